<?php

declare(strict_types=1);

namespace Morphea\App\Making;

use Morphea\Core\Data\Row;
use Morphea\Core\Layout\LaidOut;
use Morphea\Core\Layout\TextFacts;
use Morphea\Core\Proof\Finding;

/** A piece as drawn, side by side, with what is to be said about it. */
final readonly class Drawn
{
    /**
     * @param non-empty-list<LaidOut> $sides
     * @param list<Finding>           $findings
     * @param non-empty-list<string>  $svgs     one a side
     */
    public function __construct(public Row $row, public array $sides, public array $findings, public array $svgs)
    {
    }

    /** Why it must not be made; null when it may. */
    public function blocked(): ?string
    {
        $reasons = array_map(
            static fn (Finding $f): string => $f->sentence,
            array_filter($this->findings, static fn (Finding $f): bool => $f->blocks),
        );

        return [] === $reasons ? null : implode(' ', $reasons);
    }

    /** @return list<TextFacts> of all sides */
    public function texts(): array
    {
        return array_merge(...array_map(static fn (LaidOut $side): array => $side->texts, $this->sides));
    }
}
