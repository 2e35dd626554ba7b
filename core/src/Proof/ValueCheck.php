<?php

declare(strict_types=1);

namespace Morphea\Core\Proof;

/** Cells that do not go into a pattern: unknown column, no number, no date. */
final readonly class ValueCheck implements Check
{
    public function findings(Inspected $piece): iterable
    {
        foreach ([...$piece->laid->texts(), ...$piece->laid->pictures()] as $facts) {
            foreach ($facts->problems as $problem) {
                yield self::finding($facts->layer, "$facts->name: $problem");
            }
        }
        foreach ($piece->laid->codes() as $code) {
            if (null !== $code->problem) {
                yield self::finding($code->layer, "$code->name: $code->problem");
            }
        }
    }

    private static function finding(string $layer, string $sentence): Finding
    {
        return new Finding(
            FindingKind::Value,
            Severity::CannotBeMade,
            $layer,
            $sentence,
            remedies: [Remedy::ChangeCell, Remedy::OtherColumn],
        );
    }
}
