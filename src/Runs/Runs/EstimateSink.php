<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Morphea\App\Engine\Production\LaidOutPiece;
use Morphea\App\Engine\Production\MadeFile;
use Morphea\App\Engine\Production\PieceRequest;
use Morphea\App\Engine\Production\PieceSink;
use Morphea\App\Platform\Clock\Time;
use Morphea\Core\Message;

/**
 * Records the time and size of pieces and keeps none. The first piece includes start-up and does not count if there are
 * more.
 */
final class EstimateSink implements PieceSink
{
    /** @var list<array{float, int}> seconds and bytes of pieces */
    private array $pieces = [];
    private float $began = 0.0;
    private readonly float $until;
    private readonly float $last;

    /**
     * @param float $seconds after which no more are made
     * @param float $most    after which even the first is given up
     */
    public function __construct(float $seconds, float $most)
    {
        $this->until = Time::precise() + $seconds;
        $this->last = Time::precise() + $most;
    }

    public function begins(PieceRequest $piece): void
    {
        $this->began = Time::precise();
    }

    public function have(array $keys): array
    {
        return [];
    }

    public function files(PieceRequest $piece, array $files, LaidOutPiece $drawn): void
    {
        $bytes = array_sum(array_map(static fn (MadeFile $file): int => \strlen((string) $file->bytes), $files));
        $this->pieces[] = [Time::precise() - $this->began, (int) $bytes];
    }

    public function notMade(PieceRequest $piece, Message|string $reason, ?LaidOutPiece $drawn): void
    {
    }

    public function ends(): void
    {
    }

    public function isStopped(): bool
    {
        return Time::precise() > ([] === $this->pieces ? $this->last : $this->until);
    }

    public function made(): int
    {
        return \count($this->pieces);
    }

    /** For each piece. */
    public function seconds(): float
    {
        return $this->average(0);
    }

    /** Of each piece. */
    public function bytes(): float
    {
        return $this->average(1);
    }

    private function average(int $what): float
    {
        $counted = \count($this->pieces) > 1 ? \array_slice($this->pieces, 1) : $this->pieces;

        return [] === $counted ? 0.0 : array_sum(array_column($counted, $what)) / \count($counted);
    }
}
