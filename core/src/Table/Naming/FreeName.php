<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Naming;

/** The first unused name: the wanted one, or the same with the lowest free number from 2. */
final readonly class FreeName
{
    /** @param \Closure(string): bool $isTaken */
    public static function of(string $wanted, \Closure $isTaken, string $joint = '-'): string
    {
        $name = $wanted;
        for ($n = 2; $isTaken($name); ++$n) {
            $name = "$wanted$joint$n";
        }

        return $name;
    }
}
