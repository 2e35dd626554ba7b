<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Message;
use Morphea\Core\Rendering\Layout\LayerFacts;
use Morphea\Core\Rendering\Layout\PictureState;

/** Finds placeholders that are empty. */
final readonly class EmptyCheck implements Check
{
    public function warnings(Inspected $piece): iterable
    {
        foreach ($piece->laid->texts() as $text) {
            if ($text->placeholder && $text->empty) {
                yield self::note($text, 0 === $text->lines
                    ? new Message('warnings.empty_hidden')
                    : new Message('warnings.empty_shown', ['text' => $text->text]));
            }
        }
        foreach ($piece->laid->codes() as $code) {
            if ($code->empty) {
                yield self::note($code, new Message('warnings.empty_hidden'));
            }
        }
        foreach ($piece->laid->pictures() as $picture) {
            if (PictureState::Empty === $picture->state) {
                yield self::note(
                    $picture,
                    new Message('warnings.empty_picture', ['instead' => $picture->instead()]),
                    $picture->refused ? Severity::CannotBeMade : Severity::Note,
                );
            }
        }
    }

    private static function note(LayerFacts $facts, Message $what, Severity $severity = Severity::Note): Warning
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
