<?php

declare(strict_types=1);

namespace Morphea\App\Making;

use Morphea\App\Render\Halted;
use Morphea\App\Render\PieceMaker;
use Morphea\App\Render\RenderError;
use Morphea\App\Storage\NoRoom;

/**
 * The one way from rows to files. Whatever is wrong with one piece is that piece's alone; a piece that ended the
 * process before is tried by itself, and given up after a few times. Only where nothing can be written, or the database
 * does not answer, is all of it left for later.
 */
final readonly class Maker
{
    /** Times that making a piece may end the process. */
    public const TRIES = 3;
    /** Pages that are turned into one PDF in one go, and bytes of drawings at the most: a photograph on each page is held in memory. */
    private const PAGES = 25;
    private const BYTES = 40_000_000;

    public function __construct(private PieceMaker $pieces)
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
            $making->format->isOneFile() ? $this->pages($making, $wanted, $sink) : $this->each($making, $wanted, $sink);
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
            $drawn = $this->begun($making, $piece, $sink);
            if (null === $drawn) {
                continue;
            }
            try {
                $files = $this->pieces->files(
                    $drawn,
                    $making->template,
                    $making->format,
                    $making->bleed,
                    $sink->isStopped(...),
                );
            } catch (RenderError $e) {
                $sink->notMade($piece, $e->getMessage(), $drawn);
                continue;
            }
            $sink->files($piece, $files, $drawn);
        }
    }

    /** @param iterable<Wanted> $wanted */
    private function pages(Making $making, iterable $wanted, Sink $sink): void
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
            $drawn = $this->begun($making, $piece, $sink);
            if (null === $drawn) {
                continue;
            }
            $group[] = [$piece, $drawn];
            $bytes += array_sum(array_map(\strlen(...), $drawn->svgs));
            if ($piece->tries > 0 || \count($group) >= self::PAGES || $bytes > self::BYTES) {
                $this->together($making, $group, $sink);
                [$group, $bytes] = [[], 0];
            }
        }
        $this->together($making, $group, $sink);
    }

    /** The piece laid out and drawn; null where it cannot be made. */
    private function begun(Making $making, Wanted $piece, Sink $sink): ?Drawn
    {
        if ($piece->tries >= self::TRIES) {
            $sink->notMade(
                $piece,
                \sprintf(
                    'Making it ended the program %d times: it takes more time or memory than one piece may. Simplify ' .
                    'what is in it, or make its pictures smaller.',
                    $piece->tries,
                ),
                null,
            );

            return null;
        }
        $sink->begins($piece);
        try {
            $drawn = $this->pieces->draw(
                $making->layouter,
                $making->template,
                $piece->row,
                $making->pictures,
                $making->format,
                $making->even,
                $making->bleed,
            );
            $reason = $drawn->blocked();
        } catch (NoRoom | Halted $e) {
            throw $e;
        } catch (\Throwable $e) {
            [$drawn, $reason] = [null, self::broken($e)];
        }
        if (null !== $reason) {
            $sink->notMade($piece, $reason, $drawn);

            return null;
        }

        return $drawn;
    }

    /** @param list<array{Wanted, Drawn}> $group */
    private function together(Making $making, array $group, Sink $sink): void
    {
        if ([] === $group) {
            return;
        }
        try {
            $sink->pages($group, $this->pieces->pages(array_column($group, 1), $making->bleed, $sink->isStopped(...)));
        } catch (RenderError $e) {
            if (1 === \count($group)) {
                $sink->notMade($group[0][0], $e->getMessage(), $group[0][1]);

                return;
            }
            // One bad page spoils all of them: each by itself.
            foreach ($group as $one) {
                $this->together($making, [$one], $sink);
            }
        }
    }

    private static function broken(\Throwable $e): string
    {
        return 'It could not be laid out: ' . mb_strimwidth($e->getMessage(), 0, 300, '…', 'UTF-8');
    }
}
