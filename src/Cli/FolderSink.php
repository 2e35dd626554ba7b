<?php

declare(strict_types=1);

namespace Morphea\App\Cli;

use Morphea\App\Engine\Production\LaidOutPiece;
use Morphea\App\Engine\Production\MadeFile;
use Morphea\App\Engine\Production\PieceRequest;
use Morphea\App\Engine\Production\PieceSink;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\Core\Checks\Warning;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Layout\TextFacts;

/**
 * Writes pieces to a folder. Each outcome is written at once as a line of JSON, for the process that started this one.
 *
 * @phpstan-type Result array{row: int, file: string|null, files: list<string>, keys: array<string, string>, taken: bool,
 *   reason: Message|string|null, texts: list<array{layer: string, size: float, lines: int}>, warnings: list<array<string, mixed>>}
 */
final class FolderSink implements PieceSink
{
    /** @var resource */
    private $log;
    /** @var array<string, string> paths of files that are there already, by key */
    private array $had = [];

    public function __construct(private readonly string $folder, private readonly Manifest $since, string $log)
    {
        $this->log = fopen($log, 'w') ?: throw new NoSpaceException("$log cannot be written.");
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
                $results[$told['row']] = ['reason' => Message::decoded($told['reason'])] + $told;
            }
        }

        return [$results, $begun, $error];
    }

    /** How many pieces are recorded as done. */
    public static function count(string $log): int
    {
        return substr_count((string) @file_get_contents($log), '{"row":');
    }

    public function begins(PieceRequest $piece): void
    {
        $this->tell(['begun' => $piece->position]);
    }

    public function have(array $keys): array
    {
        $found = array_filter(array_combine($keys, array_map($this->since->find(...), $keys)), is_string(...));
        $this->had += $found;

        return $found;
    }

    public function files(PieceRequest $piece, array $files, LaidOutPiece $drawn): void
    {
        $names = [];
        $taken = [] !== $files;
        foreach ($files as $file) {
            $names[$file->key] = $file->name;
            $path = "$this->folder/$file->name";
            if (null !== $file->bytes) {
                $taken = false;
                $this->put($path, $file->bytes);
            } elseif (realpath($this->had[$file->key]) !== realpath($path)) {
                $this->put($path, (string) file_get_contents($this->had[$file->key]));
            }
        }
        $paths = array_map(fn (MadeFile $file): string => "$this->folder/$file->name", $files);
        $this->tell(self::result($piece, $paths, null, $drawn, $names, $taken));
    }

    public function notMade(PieceRequest $piece, Message|string $reason, ?LaidOutPiece $drawn): void
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
        if (!is_dir(\dirname($path)) && !@mkdir(\dirname($path), 0o777, true) && !is_dir(\dirname($path))) {
            throw new NoSpaceException(\dirname($path) . ' cannot be made.');
        }
        NoSpaceException::write("$path.new", $bytes);
        rename("$path.new", $path);
    }

    /**
     * @param list<string>          $files
     * @param array<string, string> $keys
     *
     * @return Result
     */
    private static function result(
        PieceRequest $piece,
        array $files,
        Message|string|null $reason,
        ?LaidOutPiece $drawn,
        array $keys = [],
        bool $taken = false,
    ): array {
        $dpi = $drawn?->pages[0]->drawing->dpi ?? 72.0;
        $texts = array_values(array_filter($drawn?->texts() ?? [], static fn (TextFacts $text): bool => $text->placeholder));

        return [
            'row' => $piece->row->number,
            'file' => $files[0] ?? null,
            'files' => $files,
            'keys' => $keys,
            'taken' => $taken,
            'reason' => $reason,
            'texts' => array_map(
                static fn (TextFacts $text): array => [
                    'layer' => $text->layer,
                    'size' => round(($text->size / $dpi) * 72, 2),
                    'lines' => $text->lines,
                ],
                $texts,
            ),
            'warnings' => array_map(static fn (Warning $warning): array => $warning->toArray(), $drawn->warnings ?? []),
        ];
    }
}
