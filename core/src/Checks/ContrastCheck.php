<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

/** Letters that hardly stand out from a flat colour behind them. */
final readonly class ContrastCheck implements Check
{
    public function warnings(Inspected $piece): iterable
    {
        foreach ($piece->design->texts() as $text) {
            $facts = $piece->laid->text($text->id);
            $least = $piece->neededContrast($text);
            $ratio = 0 < ($facts->lines ?? 0) ? TextBackground::contrast($piece->design, $text) : null;
            if (null !== $ratio && $ratio < $least) {
                yield new Warning(
                    WarningKind::Contrast,
                    Severity::LookAtIt,
                    $text->id,
                    $text->name,
                    \sprintf('contrast %.1f : 1 with what is behind; letters of this size need %.1f.', $ratio, $least),
                    $piece->box($text->id),
                    $ratio,
                    $least,
                    [Remedy::OtherColour],
                );
            }
        }
    }
}
