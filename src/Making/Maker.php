<?php

declare(strict_types=1);

namespace Morphea\App\Making;

use Morphea\App\Render\Halted;
use Morphea\App\Render\Rasters;
use Morphea\App\Render\RenderError;
use Morphea\App\Storage\NoRoom;
use Morphea\Core\Proof\Proof;

/**
 * The one way from rows to files. Whatever is wrong with one piece is that piece's alone; a piece that ended the
 * process before is tried by itself, and given up after a few times. Only where nothing can be written, or the database
 * does not answer, is all of it left for later.
 */
final readonly class Maker
{
    /** Times that making a piece may end the process. */
    public const TRIES = 3;
    /** Pages that are turned into one file in one go, and bytes of drawings at the most: a photograph on each page is held in memory. */
    private const PIECES = 25;
    private const BYTES = 40_000_000;

    public function __construct(private Proof $proof, private Rasters $rasters)
    {
    }

    /**
     * @param iterable<Wanted> $wanted in order
     *
     * @throws NoRoom
     */
    public function make(Making $making, iterable $wanted, Sink $sink): void
    {
        try {
            $making->output instanceof OneFile
                ? $this->parts($making, $wanted, $sink)
                : $this->each($making, $wanted, $sink);
        } catch (Halted) {
            // What was being made is left as it was, for whenever it goes on.
        } finally {
            $sink->ends();
        }
    }

    /** @param iterable<Wanted> $wanted */
    private function each(Making $making, iterable $wanted, Sink $sink): void
    {
        foreach ($wanted as $piece) {
            if ($sink->isStopped()) {
                return;
            }
            [$drawn, $pages] = $this->begun($making, $piece, $sink);
            if (null === $drawn || [] === $pages) {
                continue;
            }
            try {
                $files = $making->output->files($pages, $sink->isStopped(...));
            } catch (RenderError $e) {
                $sink->notMade($piece, $e->getMessage(), $drawn);
                continue;
            }
            $sink->files($piece, $files, $drawn);
        }
    }

    /** @param iterable<Wanted> $wanted */
    private function parts(Making $making, iterable $wanted, Sink $sink): void
    {
        $group = [];
        $bytes = 0;
        foreach ($wanted as $piece) {
            if ($sink->isStopped()) {
                return;
            }
            // Whoever ended a process before is drawn alone, after the others are safe.
            if ($piece->tries > 0) {
                $this->together($making, $group, $sink);
                [$group, $bytes] = [[], 0];
            }
            [$drawn, $pages] = $this->begun($making, $piece, $sink);
            if (null === $drawn || [] === $pages) {
                continue;
            }
            $group[] = [$piece, $drawn, $pages];
            $bytes += array_sum(array_map(static fn (Page $page): int => \strlen($page->svg), $pages));
            if ($piece->tries > 0 || \count($group) >= self::PIECES || $bytes > self::BYTES) {
                $this->together($making, $group, $sink);
                [$group, $bytes] = [[], 0];
            }
        }
        $this->together($making, $group, $sink);
    }

    /** @return array{Drawn|null, list<Page>} the piece laid out, and its pages; none where it cannot be made */
    private function begun(Making $making, Wanted $piece, Sink $sink): array
    {
        if ($piece->tries >= self::TRIES) {
            $sink->notMade($piece, self::tooMuch($piece->tries), null);

            return [null, []];
        }
        $sink->begins($piece);
        $drawn = null;
        try {
            $drawn = $making->lay($piece->row, $this->proof, $this->rasters);
            $reason = $drawn->blocked();
            $pages = null === $reason ? $making->pages($drawn) : [];
        } catch (NoRoom | Halted $e) {
            throw $e;
        } catch (\Throwable $e) {
            [$reason, $pages] = [self::broken($e), []];
        }
        if (null !== $reason) {
            $sink->notMade($piece, $reason, $drawn);
        }

        return [$drawn, $pages];
    }

    /** @param list<array{Wanted, Drawn, non-empty-list<Page>}> $group */
    private function together(Making $making, array $group, Sink $sink): void
    {
        if ([] === $group) {
            return;
        }
        $pieces = array_map(static fn (array $one): array => [$one[0], $one[1]], $group);
        try {
            $part = $making->output->files(array_merge(...array_column($group, 2)), $sink->isStopped(...))[0];
        } catch (RenderError $e) {
            if (1 === \count($group)) {
                $sink->notMade($group[0][0], $e->getMessage(), $group[0][1]);

                return;
            }
            // One bad page spoils all of them: each by itself.
            foreach ($group as $one) {
                $this->together($making, [$one], $sink);
            }

            return;
        }
        $sink->part($pieces, $part);
    }

    private static function tooMuch(int $tries): string
    {
        return \sprintf(
            'Making it ended the program %d times: it takes more time or memory than one piece may. Simplify what is in ' .
            'it, or make its pictures smaller.',
            $tries,
        );
    }

    private static function broken(\Throwable $e): string
    {
        return 'It could not be laid out: ' . mb_strimwidth($e->getMessage(), 0, 300, '…', 'UTF-8');
    }
}
