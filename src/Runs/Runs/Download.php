<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use League\Flysystem\FilesystemOperator;
use Morphea\App\Platform\Files\SignedUrls;
use Morphea\App\Platform\Files\StoredZip;
use Morphea\App\Platform\Http\Attachment;
use Morphea\Core\Table\Naming\UniqueNames;
use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\RequestStack;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpFoundation\StreamedResponse;
use Symfony\Component\Mime\MimeTypes;

/** Streams the result of a run: its only document, or a ZIP built while it is sent; any range of either. */
final readonly class Download
{
    private const REPORT = 'report.csv';

    public function __construct(
        private FilesystemOperator $files,
        private FileStore $store,
        private RunReport $report,
        private RequestStack $requests,
        private SignedUrls $signed,
    ) {
    }

    public function respond(Run $run): ?Response
    {
        // A run still going would give a ZIP that is different a second later.
        $made = $run->isUnderWay() ? [] : iterator_to_array($this->store->all($run), false);
        if ([] === $made) {
            return null;
        }
        // What vanished from the store is left out and named, and does not break the rest off in the middle.
        $vanished = $this->store->vanished($run);
        $all = array_values(array_filter($made, static fn (array $file): bool => !isset($vanished[$file['path']])));
        if ([] === $all) {
            throw new FilesGoneException($vanished);
        }
        if (1 === \count($made) && 0 === $all[0]['position']) {
            return $this->one($all[0]);
        }
        $zip = new StoredZip($this->entries($run, $all, $vanished), $run->orderedAt());

        $tag = "\"{$run->id()}-{$zip->length()}\"";

        return $this->stream($run->fileName() . '.zip', 'application/zip', $zip->length(), $tag, $zip->send(...));
    }

    /**
     * A single file of a run.
     *
     * @param array{name: string, path: string, bytes: int} $file
     * @param bool                                          $seen to be looked at, and not kept
     */
    public function one(array $file, bool $seen = false): Response
    {
        $type = self::type($file['name']);
        // Strangers, who have no session, see no address with the project in it.
        $direct = !$seen && true === $this->requests->getCurrentRequest()?->hasPreviousSession();
        $store = $direct ? $this->signed->address($file['path'], $type, Attachment::header(basename($file['name']))) : null;
        if (null !== $store) {
            return new RedirectResponse($store);
        }
        // Opened before anything is said: what cannot be read is said as such.
        if (!$this->files->fileExists($file['path'])) {
            throw new FilesGoneException([$file['path'] => $file['name']]);
        }
        $stream = $this->files->readStream($file['path']);
        $send = static fn (\Closure $write, int $from, int $to) => StoredZip::copy($stream, $write, $from, $to);
        $bytes = 0 === $file['bytes'] ? $this->files->fileSize($file['path']) : $file['bytes'];

        return $this->stream(basename($file['name']), $type, $bytes, '"' . md5($file['path'] . $bytes) . '"', $send, $seen);
    }

    /**
     * @param list<array{position: int, number: int, name: string, path: string, bytes: int, crc: int|null}> $all
     *
     * @param array<string, string> $vanished names by path
     *
     * @return iterable<array{name: string, bytes: int, crc: int, open: \Closure(): resource}>
     */
    private function entries(Run $run, array $all, array $vanished): iterable
    {
        // Documents and pieces are named apart from each other, and the report has a name, too.
        $names = new UniqueNames();
        $names->give(self::REPORT);
        foreach ($all as $file) {
            // What was made before sizes and checksums were noted is looked at now.
            $known = null !== $file['crc'];
            yield [
                'name' => $names->give($file['name']),
                'bytes' => $known ? $file['bytes'] : $this->files->fileSize($file['path']),
                'crc' => $file['crc'] ?? (int) hexdec($this->files->checksum($file['path'], ['checksum_algo' => 'crc32b'])),
                'open' => fn () => $this->files->readStream($file['path']),
            ];
        }
        $csv = $this->report->csv($run, $vanished);
        yield ['name' => self::REPORT, 'bytes' => \strlen($csv), 'crc' => crc32($csv), 'open' => static function () use ($csv) {
            $stream = fopen('php://memory', 'r+') ?: throw new \LogicException('There is no memory.');
            fwrite($stream, $csv);
            rewind($stream);

            return $stream;
        }];
    }

    private static function type(string $name): string
    {
        return MimeTypes::getDefault()->getMimeTypes(pathinfo($name, \PATHINFO_EXTENSION))[0] ?? 'application/octet-stream';
    }

    /**
     * All of it, or the requested range (RFC 9110, 14).
     *
     * @param \Closure(\Closure(string): void, int, int): void $send
     * @param string                                           $tag  a name for these very bytes
     */
    private function stream(string $name, string $type, int $length, string $tag, \Closure $send, bool $seen = false): Response
    {
        $request = $this->requests->getCurrentRequest();
        // A long download must not hold the session, which would stop every other page of the same person. Strangers have none.
        if (null !== $request && $request->hasPreviousSession()) {
            $request->getSession()->save();
        }
        $headers = [
            'Content-Type' => $type,
            'Content-Disposition' => $seen ? 'inline' : Attachment::header($name),
            'Accept-Ranges' => 'bytes',
            'ETag' => $tag,
        ];
        [$from, $to, $status] = [0, $length - 1, Response::HTTP_OK];
        $range = (string) $request?->headers->get('Range');
        $same = \in_array($request?->headers->get('If-Range', $tag), [$tag, null], true);
        if ($same && 1 === preg_match('/^bytes=(\d*)-(\d*)$/', $range, $asked) && '' !== $asked[1] . $asked[2]) {
            [$from, $to] = '' === $asked[1]
                ? [max(0, $length - (int) $asked[2]), $length - 1]
                : [(int) $asked[1], '' === $asked[2] ? $length - 1 : min((int) $asked[2], $length - 1)];
            if ($from > $to) {
                return new Response('', Response::HTTP_REQUESTED_RANGE_NOT_SATISFIABLE, ['Content-Range' => "bytes */$length"]);
            }
            $status = Response::HTTP_PARTIAL_CONTENT;
            $headers['Content-Range'] = "bytes $from-$to/$length";
        }
        $headers['Content-Length'] = (string) ($to - $from + 1);
        $write = static function (string $bytes): void {
            echo $bytes;
            flush();
        };

        return new StreamedResponse(static fn () => $send($write, $from, $to), $status, $headers);
    }
}
