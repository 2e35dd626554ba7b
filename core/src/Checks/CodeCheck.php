<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

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
                    \sprintf(
                        'its modules are %s wide; %s are read reliably. Make it larger or its words shorter.',
                        $code->length($code->module),
                        $code->length($code->leastModule),
                    ),
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
                    \sprintf('contrast %.1f : 1 is too faint for readers, who need %s.', $code->contrast, self::LEAST_CONTRAST),
                    $piece->box($code->layer),
                    $code->contrast,
                    self::LEAST_CONTRAST,
                    [Remedy::OtherColour],
                );
            }
        }
    }
}
