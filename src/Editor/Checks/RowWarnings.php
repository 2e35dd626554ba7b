<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Checks;

use Morphea\Core\Checks\Acceptance;
use Morphea\Core\Checks\HandWork;
use Morphea\Core\Checks\Proof;
use Morphea\Core\Checks\Severity;
use Morphea\Core\Checks\Warning;

/** All warnings of one piece, open and accepted. */
final readonly class RowWarnings
{
    /**
     * @param list<Warning>                                    $open     the worst first
     * @param list<array{warning: Warning, by: Acceptance}> $accepted
     * @param bool                                             $outdated it is being looked at again
     */
    private function __construct(
        public int $rowId,
        public int $number,
        public array $open,
        public array $accepted,
        public bool $outdated,
    ) {
    }

    /**
     * @param array<array-key, Warning> $warnings
     * @param array<string, string>     $values   names for what its layers show, by layer
     */
    public static function of(int $rowId, int $number, array $warnings, array $values, HandWork $hand, bool $outdated = false): self
    {
        $open = $accepted = [];
        foreach ($warnings as $warning) {
            $by = $warning->blocks() ? null : $hand->accepts($warning->kind, $warning->layer, $values[$warning->layer] ?? '');
            null === $by ? ($open[] = $warning) : ($accepted[] = ['warning' => $warning, 'by' => $by]);
        }

        return new self($rowId, $number, Proof::worstFirst($open), $accepted, $outdated);
    }

    /** The rank of the most serious open warning; -1 if there is none. */
    public function bad(): int
    {
        return max([-1, ...array_map(static fn (Warning $one): int => $one->severity->rank(), $this->open)]);
    }

    /** @return list<Warning> that are worth a look */
    public function worth(): array
    {
        return array_values(array_filter($this->open, static fn (Warning $one): bool => Severity::Note !== $one->severity));
    }

    /** The kinds of warnings to check, each between spaces. */
    public function kinds(): string
    {
        return self::marked(array_map(static fn (Warning $one): string => $one->kind->value, $this->worth()));
    }

    public function layers(): string
    {
        return self::marked(array_map(static fn (Warning $one): string => $one->layer, $this->worth()));
    }

    /** @param list<string> $words */
    private static function marked(array $words): string
    {
        $words = array_unique(array_filter($words));
        sort($words);

        return [] === $words ? '' : ' ' . implode(' ', $words) . ' ';
    }
}
