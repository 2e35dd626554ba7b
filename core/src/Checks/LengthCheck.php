<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Message;
use Morphea\Core\Rendering\Layout\TextLayouter;

/** Finds texts longer than any text on a piece should be: something else got into the cell. */
final readonly class LengthCheck implements Check
{
    public function warnings(Inspected $piece): iterable
    {
        foreach ($piece->laid->texts() as $text) {
            if (null !== $text->tooMany) {
                yield new Warning(
                    WarningKind::Length,
                    Severity::CannotBeMade,
                    $text->layer,
                    $text->name,
                    new Message('warnings.too_long', ['count' => $text->tooMany, 'most' => TextLayouter::MOST_LETTERS]),
                    measured: $text->tooMany,
                    limit: TextLayouter::MOST_LETTERS,
                    remedies: [Remedy::FewerLetters],
                );
            }
        }
    }
}
