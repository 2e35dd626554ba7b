<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Message;

/** Codes a reader would fail on. Modules are measured in mm on paper. */
final readonly class CodeCheck implements Check
{
    /** Below it readers fail in poor light (ISO/IEC 15415 grades contrast; WCAG's ratio stands in for it). */
    private const LEAST_CONTRAST = 4.0;

    public function warnings(Inspected $piece): iterable
    {
        foreach ($piece->laid->codes() as $code) {
            if ($code->tooSmall()) {
                yield new Warning(
                    WarningKind::Code,
                    Severity::WillLookWrong,
                    $code->layer,
                    $code->name,
                    new Message('warnings.code_small', [
                        'width' => $code->length($code->module),
                        'least' => $code->length($code->leastModule),
                    ]),
                    $piece->box($code->layer),
                    $code->module,
                    $code->leastModule,
                    [Remedy::LargerFrame, Remedy::FewerLetters],
                );
            }
            if (!$code->empty && null !== $code->contrast && $code->contrast < self::LEAST_CONTRAST) {
                yield new Warning(
                    WarningKind::Code,
                    Severity::WillLookWrong,
                    $code->layer,
                    $code->name,
                    new Message('warnings.code_faint', ['ratio' => round($code->contrast, 1), 'least' => self::LEAST_CONTRAST]),
                    $piece->box($code->layer),
                    $code->contrast,
                    self::LEAST_CONTRAST,
                    [Remedy::OtherColour],
                );
            }
        }
    }
}
