<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Rendering\Layout\LayerFacts;
use Morphea\Core\Rendering\Layout\PictureState;

/** Placeholders that nothing came into. */
final readonly class EmptyCheck implements Check
{
    public function warnings(Inspected $piece): iterable
    {
        foreach ($piece->laid->texts() as $text) {
            if ($text->placeholder && $text->empty) {
                yield self::note($text, 0 === $text->lines ? 'is empty and hides.' : "is empty and shows “{$text->text}”.");
            }
        }
        foreach ($piece->laid->codes() as $code) {
            if ($code->empty) {
                yield self::note($code, 'is empty and hides.');
            }
        }
        foreach ($piece->laid->pictures() as $picture) {
            if (PictureState::Empty === $picture->state) {
                yield self::note(
                    $picture,
                    "names no picture; {$picture->instead()}.",
                    $picture->refused ? Severity::CannotBeMade : Severity::Note,
                );
            }
        }
    }

    private static function note(LayerFacts $facts, string $what, Severity $severity = Severity::Note): Warning
    {
        return new Warning(
            WarningKind::Empty,
            $severity,
            $facts->layer,
            $facts->name,
            $what,
            remedies: [Remedy::ChangeCell, Remedy::OtherRule],
        );
    }
}
