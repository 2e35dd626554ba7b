<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Morphea\App\Engine\Production\Binder;
use Morphea\App\Engine\Production\PieceRequest;
use Morphea\App\Engine\Render\CancelledException;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\App\Platform\Jobs\JobRecorder;
use Morphea\App\Platform\Jobs\JobStoppedException;
use Morphea\App\Platform\Jobs\MissingPartsException;
use Morphea\Core\Message;

/**
 * The end of a run: checks its files and writes its documents. Pieces whose files are missing or incomplete are made
 * again first.
 */
final readonly class FinishedRun
{
    public function __construct(
        private PieceStore $pieces,
        private PieceReport $report,
        private FileStore $files,
        private RunProduction $makings,
        private Binder $binder,
        private JobRecorder $work,
    ) {
    }

    /**
     * @return array{bytes: int|null, made: int, taken: int, failed: int} null bytes when it made nothing
     *
     * @throws MissingPartsException|NoSpaceException|JobStoppedException
     */
    public function finish(Run $run): array
    {
        $missing = $this->files->missing($run);
        if ([] !== $missing) {
            $this->files->forget($run, $missing);
            $this->pieces->markWaiting($run->id(), $missing);
            throw new MissingPartsException(array_map(static fn (int $position): array => [$position, $position], $missing));
        }
        $this->files->forget($run, []);
        $number = 0;
        try {
            $this->binder->bind(
                $this->makings->get($run),
                fn (): iterable => $this->pieces->allMade($run),
                $run->fileName(),
                function (string $name, string $path) use ($run, &$number): void {
                    $this->files->document($run, $number++, $name, $path);
                },
                fn (PieceRequest $piece, Message|string $why) => $this->pieces->recordFailure($run->id(), $piece->position, $why),
                fn (): bool => !$this->work->isWanted($run->job()->id()),
            );
        } catch (CancelledException $e) {
            throw new JobStoppedException('', 0, $e);
        }
        $counts = $this->report->counts($run);

        return ['bytes' => 0 === $counts['made'] ? null : $this->files->bytes($run)] + $counts;
    }
}
