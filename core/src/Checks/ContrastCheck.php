<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Message;

/** Finds text with too little contrast against a flat colour behind it. */
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
                    new Message('warnings.contrast', ['ratio' => round($ratio, 1), 'least' => round($least, 1)]),
                    $piece->box($text->id),
                    $ratio,
                    $least,
                    [Remedy::OtherColour],
                );
            }
        }
    }
}
