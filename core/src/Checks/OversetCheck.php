<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Message;
use Morphea\Core\Rendering\Layout\TextFacts;

/**
 * Finds text that does not fit its frame even after the fit rule was applied. The measured value and the limit are sizes
 * in dots.
 */
final readonly class OversetCheck implements Check
{
    public function warnings(Inspected $piece): iterable
    {
        foreach ($piece->laid->texts() as $text) {
            if ($text->overset) {
                yield new Warning(
                    WarningKind::Overset,
                    Severity::WillLookWrong,
                    $text->layer,
                    $text->name,
                    self::what($piece, $text),
                    $piece->box($text->layer),
                    $text->size,
                    $text->wantedSize,
                    [Remedy::OtherRule, Remedy::LargerFrame, Remedy::ChangeCell],
                );
            }
        }
    }

    private static function what(Inspected $piece, TextFacts $text): Message
    {
        $size = $piece->size($text->size);

        return $text->lines > 1
            ? new Message('warnings.overset_lines', ['size' => $size, 'lines' => $text->lines])
            : new Message('warnings.overset', ['size' => $size]);
    }
}
