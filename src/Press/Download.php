<?php

declare(strict_types=1);

namespace Morphea\App\Press;

use League\Flysystem\FilesystemOperator;
use Morphea\App\Entity\Run;
use Morphea\App\Making\Outputs;
use Morphea\App\Web\Attachment;
use Symfony\Component\HttpFoundation\RequestStack;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpFoundation\StreamedResponse;
use Symfony\Component\Mime\MimeTypes;
use ZipStream\CompressionMethod;
use ZipStream\ZipStream;

/** What a run made, streamed: its one file, or a ZIP put together while it is being sent. */
final readonly class Download
{
    public function __construct(
        private FilesystemOperator $files,
        private PieceStore $pieces,
        private RequestStack $requests,
        private Outputs $outputs,
    ) {
    }

    public function of(Run $run): ?Response
    {
        if ($run->isOneFile()) {
            return $run->isDone() && null !== $run->bytes()
                ? $this->stream(
                    "{$run->fileName()}.{$run->ending()}",
                    MimeTypes::getDefault()->getMimeTypes($run->ending())[0] ?? 'application/octet-stream',
                    fn () => fpassthru($this->files->readStream($run->path())),
                )
                : null;
        }
        // A run still going would give a ZIP that is different a second later.
        $names = $run->isUnderWay() ? [] : iterator_to_array($this->pieces->names($run));

        return [] === $names
            ? null
            : $this->stream($run->fileName() . '.zip', 'application/zip', fn () => $this->zip($run, $names));
    }

    /** @param array<int, string> $names by position */
    private function zip(Run $run, array $names): void
    {
        $zip = new ZipStream(
            sendHttpHeaders: false,
            defaultCompressionMethod: CompressionMethod::STORE,
            defaultEnableZeroHeader: true,
        );
        $endings = $this->outputs->get($run->output())->endings($run->template());
        foreach ($names as $position => $name) {
            foreach ($endings as $i => $ending) {
                $stream = $this->files->readStream($this->path($run, $position, $i, $name . $ending));
                $zip->addFileFromStream($name . $ending, $stream);
                fclose($stream);
            }
        }
        $zip->finish();
    }

    /** Runs made before pieces were kept by their place have them by their name. */
    private function path(Run $run, int $position, int $file, string $name): string
    {
        $path = $run->piecePath($position, $file);

        return $this->files->fileExists($path) ? $path : "{$run->folder()}/pieces/$name";
    }

    private function stream(string $name, string $type, \Closure $send): StreamedResponse
    {
        // A long download must not hold the session, which would stop every other page of the same person.
        $this->requests->getSession()->save();

        return new StreamedResponse($send, 200, ['Content-Type' => $type, 'Content-Disposition' => Attachment::header($name)]);
    }
}
