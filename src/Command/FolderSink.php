<?php

declare(strict_types=1);

namespace Morphea\App\Command;

use Morphea\App\Making\Drawn;
use Morphea\App\Making\Sink;
use Morphea\App\Making\Wanted;
use Morphea\App\Storage\NoRoom;
use Morphea\Core\Layout\TextFacts;
use Morphea\Core\Proof\Finding;

/**
 * Pieces into a folder. What came of each is written down at once, a line of JSON each, for the process that started
 * this one.
 *
 * @phpstan-type Result array{row: int, file: string|null, files: list<string>, reason: string|null,
 *   texts: list<array{layer: string, size: float, lines: int}>, findings: list<array<string, mixed>>}
 */
final class FolderSink implements Sink
{
    public const PART = '.part-';

    /** @var resource */
    private $log;

    /** @param non-empty-list<string> $endings of the files a piece makes */
    public function __construct(private readonly string $folder, private readonly array $endings, string $log)
    {
        $this->log = fopen($log, 'w') ?: throw new NoRoom("$log cannot be written.");
    }

    /**
     * @return array{array<int, Result>, list<int>, string|null} what came of pieces, by row number; positions of those
     * that were begun; why none could be made any more
     */
    public static function read(string $log): array
    {
        $results = $begun = [];
        $error = null;
        foreach (file($log, \FILE_IGNORE_NEW_LINES | \FILE_SKIP_EMPTY_LINES) ?: [] as $line) {
            /** @var array{begun?: int, failed?: string}|Result|null $told null of a line that was cut off */
            $told = json_decode($line, true);
            if (isset($told['begun'])) {
                $begun[] = $told['begun'];
            } elseif (isset($told['failed'])) {
                $error = $told['failed'];
            } elseif (isset($told['row'])) {
                $results[$told['row']] = $told;
            }
        }

        return [$results, $begun, $error];
    }

    public function begins(Wanted $piece): void
    {
        $this->tell(['begun' => $piece->position]);
    }

    public function files(Wanted $piece, array $files, Drawn $drawn): void
    {
        $paths = [];
        foreach ($files as $i => $bytes) {
            $this->put($paths[] = "$this->folder/$piece->name{$this->endings[$i]}", $bytes);
        }
        $this->tell(self::result($piece, $paths, null, $drawn));
    }

    public function part(array $pieces, string $bytes): void
    {
        $this->put($part = \sprintf('%s/%s%06d', $this->folder, self::PART, $pieces[0][0]->position), $bytes);
        foreach ($pieces as [$piece, $drawn]) {
            $this->tell(self::result($piece, [$part], null, $drawn));
        }
    }

    public function notMade(Wanted $piece, string $reason, ?Drawn $drawn): void
    {
        $this->tell(self::result($piece, [], $reason, $drawn));
    }

    public function ends(): void
    {
    }

    public function isStopped(): bool
    {
        return false;
    }

    public function failed(string $why): void
    {
        $this->tell(['failed' => $why]);
    }

    /** @param array<string, mixed> $what */
    private function tell(array $what): void
    {
        fwrite($this->log, json_encode($what, \JSON_THROW_ON_ERROR | \JSON_INVALID_UTF8_SUBSTITUTE) . "\n");
        fflush($this->log);
    }

    private function put(string $path, string $bytes): void
    {
        NoRoom::write("$path.new", $bytes);
        rename("$path.new", $path);
    }

    /**
     * @param list<string> $files
     *
     * @return Result
     */
    private static function result(Wanted $piece, array $files, ?string $reason, ?Drawn $drawn): array
    {
        $dpi = $drawn?->sides[0]->drawing->dpi ?? 72.0;
        $texts = array_values(array_filter($drawn?->texts() ?? [], static fn (TextFacts $text): bool => $text->placeholder));

        return [
            'row' => $piece->row->number,
            'file' => $files[0] ?? null,
            'files' => $files,
            'reason' => $reason,
            'texts' => array_map(
                static fn (TextFacts $text): array => [
                    'layer' => $text->layer,
                    'size' => round(($text->size / $dpi) * 72, 2),
                    'lines' => $text->lines,
                ],
                $texts,
            ),
            'findings' => array_map(static fn (Finding $finding): array => $finding->toArray(), $drawn->findings ?? []),
        ];
    }
}
