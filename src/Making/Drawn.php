<?php

declare(strict_types=1);

namespace Morphea\App\Making;

use Morphea\Core\Data\Record;
use Morphea\Core\Layout\LaidOut;
use Morphea\Core\Layout\TextFacts;
use Morphea\Core\Proof\Finding;

/** A piece laid out, side by side, with what is to be said about it. */
final readonly class Drawn
{
    /**
     * @param non-empty-list<LaidOut> $sides
     * @param list<Finding>           $findings
     */
    public function __construct(public Record $row, public array $sides, public array $findings)
    {
    }

    /** Why it must not be made; null when it may. */
    public function blocked(): ?string
    {
        $blocking = array_filter($this->findings, static fn (Finding $finding): bool => $finding->blocks());

        return [] === $blocking
            ? null
            : implode(' ', array_map(static fn (Finding $finding): string => $finding->sentence, $blocking));
    }

    /** @return list<TextFacts> of all sides */
    public function texts(): array
    {
        return array_merge(...array_map(static fn (LaidOut $side): array => $side->texts(), $this->sides));
    }
}
