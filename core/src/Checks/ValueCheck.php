<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Message;
use Morphea\Core\Rendering\Layout\LayerFacts;

/** Finds cells that a pattern cannot use: an unknown column, not a number, not a date. */
final readonly class ValueCheck implements Check
{
    public function warnings(Inspected $piece): iterable
    {
        foreach ([...$piece->laid->texts(), ...$piece->laid->pictures()] as $facts) {
            foreach ($facts->problems as $problem) {
                yield self::warning($facts, $problem);
            }
        }
        foreach ($piece->laid->codes() as $code) {
            if (null !== $code->problem) {
                yield self::warning($code, $code->problem);
            }
        }
    }

    private static function warning(LayerFacts $facts, Message|string $what): Warning
    {
        return new Warning(
            WarningKind::Value,
            Severity::CannotBeMade,
            $facts->layer,
            $facts->name,
            $what,
            remedies: [Remedy::ChangeCell, Remedy::OtherColumn],
        );
    }
}
