<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

use Morphea\App\Engine\Render\CancelledException;
use Morphea\App\Engine\Render\HelperDiedException;
use Morphea\App\Engine\Render\PageRasterizer;
use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\App\Platform\Files\StoreUnavailableException;
use Morphea\Core\Checks\Proof;
use Morphea\Core\Message;

/**
 * The one way from rows to files. A fault in one piece affects only that piece: a piece that killed the process is given
 * up after a few attempts, and one during which a helper process died is tried again after all others, since it may not
 * be its fault. Only when nothing can be written or the database does not answer is everything left for later.
 */
final readonly class PieceMaker
{
    /** Times that making a piece may end the process. */
    public const TRIES = 3;

    public function __construct(private Proof $proof, private PageRasterizer $rasters)
    {
    }

    /**
     * @param iterable<PieceRequest> $wanted in order
     *
     * @throws NoSpaceException|StoreUnavailableException
     */
    public function make(Production $making, iterable $wanted, PieceSink $sink): void
    {
        try {
            $again = [];
            foreach ($wanted as $piece) {
                if ($sink->isStopped()) {
                    return;
                }
                try {
                    $this->piece($making, $piece, $sink);
                } catch (HelperDiedException) {
                    $again[] = $piece;
                }
            }
            foreach ($again as $piece) {
                if ($sink->isStopped()) {
                    return;
                }
                $this->piece($making, $piece, $sink, isLast: true);
            }
        } catch (CancelledException) {
            // What was being made is left as it was, for whenever it goes on.
        } finally {
            $sink->ends();
        }
    }

    /** @throws NoSpaceException|StoreUnavailableException|CancelledException|HelperDiedException the last unless this is the last try */
    private function piece(Production $making, PieceRequest $piece, PieceSink $sink, bool $isLast = false): void
    {
        if ($piece->tries >= self::TRIES) {
            $sink->notMade($piece, self::tooMuch($piece->tries), null);

            return;
        }
        $sink->begins($piece);
        $drawn = null;
        $files = [];
        try {
            $drawn = $making->lay($piece, $this->proof, $this->rasters);
            $reason = $drawn->blocked();
            $files = null === $reason ? $this->files($making, $piece, $drawn, $sink) : [];
        } catch (NoSpaceException | StoreUnavailableException | CancelledException $e) {
            throw $e;
        } catch (RenderException $e) {
            if ($e instanceof HelperDiedException && !$isLast) {
                throw $e;
            }
            $reason = $e->says();
        } catch (\Throwable $e) {
            $reason = self::broken($e);
        }
        null === $reason && null !== $drawn
            ? $sink->files($piece, $files, $drawn)
            : $sink->notMade($piece, $reason ?? '', $drawn);
    }

    /** @return list<MadeFile> */
    private function files(Production $making, PieceRequest $piece, LaidOutPiece $drawn, PieceSink $sink): array
    {
        $files = [];
        foreach ($making->choices as $choice) {
            $output = $choice->output;
            if ($choice->isBound()) {
                $output->files($drawn, $choice->settings, $sink->isStopped(...));
                continue;
            }
            $keys = $choice->keys($drawn, $piece->name);
            $bytes = \count($sink->have($keys)) === \count(array_unique($keys))
                ? []
                : $output->files($drawn, $choice->settings, $sink->isStopped(...));
            foreach ($choice->names($piece->name, $making->pages()) as $i => $name) {
                $files[] = new MadeFile($name, $keys[$i], $output->ending(), $bytes[$i] ?? null);
            }
        }

        return $files;
    }

    private static function tooMuch(int $tries): Message
    {
        return new Message('press.reason.too_much', ['tries' => $tries]);
    }

    private static function broken(\Throwable $e): Message
    {
        return new Message('press.reason.broken', ['why' => Message::why($e)]);
    }
}
