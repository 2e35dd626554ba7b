<?php

declare(strict_types=1);

namespace Morphea\App\Command;

use Morphea\App\Import\FilePictures;
use Morphea\App\Import\FontFile;
use Morphea\App\Import\MorpheaArchive;
use Morphea\App\Import\TableReader;
use Morphea\App\Import\UploadError;
use Morphea\App\Render\Engines;
use Morphea\App\Render\OwnFont;
use Morphea\App\Render\PdfWriter;
use Morphea\App\Render\Piece;
use Morphea\App\Render\PieceMaker;
use Morphea\App\Render\RenderError;
use Morphea\Core\Data\Row;
use Morphea\Core\Data\RowSelection;
use Morphea\Core\Data\Sheet;
use Morphea\Core\Data\Table;
use Morphea\Core\Data\TableError;
use Morphea\Core\Layout\EvenSizes;
use Morphea\Core\Layout\TextFacts;
use Morphea\Core\Naming\FileNames;
use Morphea\Core\Pattern\Pattern;
use Morphea\Core\Pattern\PatternError;
use Morphea\Core\Proof\Finding;
use Morphea\Core\Template\AutoLink;
use Morphea\Core\Template\Template;

/**
 * A run from files alone, split over processes.
 *
 * @phpstan-type Result array{row: int, file: string|null, files: list<string>, reason: string|null, texts: list<array{layer: string, size: float, lines: int}>, findings: list<array{kind: string, layer: string, sentence: string, blocks: bool}>}
 */
final readonly class FilePress
{
    /** Pages in one PDF part, so that memory stays bounded. */
    private const PAGES = 100;

    public function __construct(private MorpheaArchive $archive, private TableReader $tables, private PieceMaker $maker, private PdfWriter $pdf, private Engines $engines, private FilePictures $pictures)
    {
    }

    /**
     * @return list<Result> in the order of the rows
     *
     * @throws UploadError when the input cannot be used
     * @throws RenderError when the folder cannot be written
     */
    public function press(FileOrder $order): array
    {
        $file = $this->archive->read($order->file, basename($order->file));
        $sheet = null === $order->rows ? $file->sheet : Sheet::of($this->tables->file($this->existing($order->rows), basename($order->rows)));
        if (null === $sheet) {
            throw new UploadError(basename($order->file).' holds no rows. Give a table with --rows=FILE.');
        }
        $table = $sheet->table();
        $skipped = $sheet->skipped();
        $template = AutoLink::of($file->template, $table->columns)->template;
        $this->checkColumns($template, $table);
        $pieces = array_values(array_filter($this->named($order, $template, $table), static fn (array $piece): bool => !isset($skipped[$piece[0]->number])));
        if (!is_dir($order->to) && !@mkdir($order->to, 0o777, true)) {
            throw new UploadError("--to={$order->to}: the folder cannot be made.");
        }
        array_map(unlink(...), glob("$order->to/.part-*.pdf") ?: []);
        $pictures = $this->pictures->of($file);
        $engine = $this->engines->withFiles(array_map(static fn (FontFile $font): OwnFont => new OwnFont($font->family, $font->weight, $font->italic, $font->hash(), $font->ending, static fn (): string => $font->bytes), $file->fonts));
        $even = EvenSizes::of($template, array_diff_key(iterator_to_array($table->rows()), $skipped), $engine->texts);
        $make = fn (Row $row): Piece => $this->maker->draw($engine->layouter, $template, $row, $pictures, $order->format, $even, $order->bleed && $template->bleed > 0);
        $results = $this->spread($order, $template, $make, $pieces);
        if ($order->format->isOneFile()) {
            $this->join($order, $template, $results);
        }

        return $results;
    }

    private function existing(string $path): string
    {
        return is_file($path) ? $path : throw new UploadError("--rows=$path: there is no such file.");
    }

    private function checkColumns(Template $template, Table $table): void
    {
        foreach ($template->placeholders() as $layer) {
            if ([] !== $unknown = array_diff($layer->columns(), $table->keys())) {
                throw new UploadError(\sprintf('“%s” shows the column “%s”, which the table has not. Its columns are: %s.', $layer->name, implode('”, “', $unknown), implode(', ', $table->keys())));
            }
        }
    }

    /** @return list<array{Row, string}> the rows to make with their file names */
    private function named(FileOrder $order, Template $template, Table $table): array
    {
        $name = $order->name ?? Pattern::column($template->linkedColumns()[0] ?? $table->keys()[0]);
        try {
            $pattern = Pattern::parse($name, $template->locale);
            $picked = array_flip(RowSelection::parse($order->only, $table->count())->of($table->count()));
        } catch (PatternError $e) {
            throw new UploadError("--name=$name: {$e->getMessage()}", 0, $e);
        } catch (TableError $e) {
            throw new UploadError("--only=$order->only: {$e->getMessage()}", 0, $e);
        }
        if ([] !== $unknown = $pattern->unknownColumns($table->keys())) {
            throw new UploadError(\sprintf('--name=%s: there is no column “%s”. The columns are: %s.', $name, implode('”, “', $unknown), implode(', ', $table->keys())));
        }
        $names = new FileNames($pattern, $template->locale);
        $pieces = [];
        foreach ($table->rows() as $number => $row) {
            $file = $names->next($row);
            if (isset($picked[$number])) {
                $pieces[] = [$row, $file];
            }
        }

        return $pieces;
    }

    /**
     * @param \Closure(Row): Piece     $make
     * @param list<array{Row, string}> $pieces
     *
     * @return list<Result>
     */
    private function spread(FileOrder $order, Template $template, \Closure $make, array $pieces): array
    {
        $shares = array_chunk($pieces, max(1, (int) ceil(\count($pieces) / $order->jobs)));
        if (\count($shares) < 2) {
            return iterator_to_array($this->share($order, $template, $make, $pieces), false);
        }
        $children = [];
        foreach ($shares as $share) {
            $out = (string) tempnam(sys_get_temp_dir(), 'morphea');
            $pid = pcntl_fork();
            if (0 === $pid) {
                $stream = fopen($out, 'w') ?: exit(3);
                foreach ($this->share($order, $template, $make, $share) as $result) {
                    fwrite($stream, json_encode($result, \JSON_THROW_ON_ERROR)."\n");
                }
                fclose($stream);
                // Leave without PHP's shutdown: it belongs to the parent.
                posix_kill((int) getmypid(), \SIGKILL);
            }
            $children[] = [$pid, $out, $share];
        }
        $results = [];
        foreach ($children as [$pid, $out, $share]) {
            pcntl_waitpid($pid, $status);
            $lines = file($out, \FILE_IGNORE_NEW_LINES | \FILE_SKIP_EMPTY_LINES) ?: [];
            unlink($out);
            foreach ($share as $i => [$row]) {
                /** @var Result $result */
                $result = isset($lines[$i]) ? json_decode($lines[$i], true) : ['row' => $row->number, 'file' => null, 'files' => [], 'reason' => 'The process that made it ended early.', 'texts' => [], 'findings' => []];
                $results[] = $result;
            }
        }

        return $results;
    }

    /**
     * @param \Closure(Row): Piece     $make
     * @param list<array{Row, string}> $pieces
     *
     * @return \Generator<int, Result>
     */
    private function share(FileOrder $order, Template $template, \Closure $make, array $pieces): \Generator
    {
        foreach (array_chunk($pieces, self::PAGES) as $chunk) {
            $pages = [];
            $results = [];
            foreach ($chunk as [$row, $name]) {
                $piece = $make($row);
                $files = [];
                $reason = $piece->blocked();
                if (null === $reason && $order->format->isOneFile()) {
                    $pages[] = $piece;
                    $files = [self::oneFile($order, $template)];
                } elseif (null === $reason) {
                    try {
                        foreach ($this->maker->files($piece, $template, $order->format, $order->bleed && $template->bleed > 0) as $ending => $bytes) {
                            $this->put("$order->to/$name$ending", $bytes);
                            $files[] = "$order->to/$name$ending";
                        }
                    } catch (RenderError $e) {
                        [$files, $reason] = [[], $e->getMessage()];
                    }
                }
                $results[] = self::result($piece, $files, $reason);
            }
            if ([] !== $pages) {
                $this->put(self::part($order, $pages[0]->row->number), $this->maker->pages($pages, $order->bleed && $template->bleed > 0));
            }
            yield from $results;
        }
    }

    /**
     * @param list<string> $files
     *
     * @return Result
     */
    private static function result(Piece $piece, array $files, ?string $reason): array
    {
        $dpi = $piece->sides[0]->drawing->dpi;

        return [
            'row' => $piece->row->number,
            'file' => $files[0] ?? null,
            'files' => $files,
            'reason' => $reason,
            'texts' => array_map(static fn (TextFacts $text): array => ['layer' => $text->layer, 'size' => round($text->size / $dpi * 72, 2), 'lines' => $text->lines], array_values(array_filter($piece->texts(), static fn (TextFacts $text): bool => $text->placeholder))),
            'findings' => array_map(static fn (Finding $finding): array => $finding->toArray(), $piece->findings),
        ];
    }

    /** @param list<Result> $results */
    private function join(FileOrder $order, Template $template, array $results): void
    {
        $parts = [];
        foreach ($results as $result) {
            if (is_file($part = self::part($order, $result['row']))) {
                $parts[] = $part;
            }
        }
        if ([] !== $parts) {
            $this->pdf->join($parts, self::oneFile($order, $template));
            array_map(unlink(...), $parts);
        }
    }

    private static function part(FileOrder $order, int $row): string
    {
        return \sprintf('%s/.part-%06d.pdf', $order->to, $row);
    }

    private static function oneFile(FileOrder $order, Template $template): string
    {
        return $order->to.'/'.(FileNames::safe($template->name) ?: 'pieces').'.pdf';
    }

    private function put(string $path, string $bytes): void
    {
        if (false === @file_put_contents($path, $bytes)) {
            throw new RenderError("$path cannot be written.");
        }
    }
}
