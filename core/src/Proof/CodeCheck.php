<?php

declare(strict_types=1);

namespace Morphea\Core\Proof;

use Morphea\Core\Layout\LaidOut;

/** Codes that cannot be made of their words, and those a reader would fail on. */
final readonly class CodeCheck implements Check
{
    /** Below it readers fail in poor light (ISO/IEC 15415 grades contrast; WCAG's ratio stands in for it). */
    private const LEAST_CONTRAST = 4.0;

    public function findings(LaidOut $piece): array
    {
        $findings = [];
        foreach ($piece->codes as $code) {
            if (null !== $code->problem) {
                $findings[] = new Finding('value', $code->layer, "$code->name: $code->problem", true);
            } elseif ($code->empty) {
                $findings[] = new Finding('empty', $code->layer, "$code->name: is empty and hides.");
            } elseif ($code->tooSmall()) {
                $findings[] = new Finding(
                    'code',
                    $code->layer,
                    \sprintf(
                        '%s: its modules are %s mm wide; %s mm are read reliably. Make it larger or its words shorter.',
                        $code->name,
                        $code->mm($code->module),
                        $code->mm($code->leastModule),
                    ),
                );
            }
            if (!$code->empty && null !== $code->contrast && $code->contrast < self::LEAST_CONTRAST) {
                $findings[] = new Finding(
                    'code',
                    $code->layer,
                    \sprintf('%s: contrast %.1f : 1 is too faint for readers.', $code->name, $code->contrast),
                );
            }
        }

        return $findings;
    }
}
