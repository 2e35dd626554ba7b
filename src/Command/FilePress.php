<?php

declare(strict_types=1);

namespace Morphea\App\Command;

use Morphea\App\Import\FilePictures;
use Morphea\App\Import\FontFile;
use Morphea\App\Import\MorpheaArchive;
use Morphea\App\Import\TableReader;
use Morphea\App\Import\UploadError;
use Morphea\App\Making\Maker;
use Morphea\App\Making\Making;
use Morphea\App\Making\OneFile;
use Morphea\App\Making\Wanted;
use Morphea\App\Render\Engines;
use Morphea\App\Render\OwnFont;
use Morphea\App\Render\RenderError;
use Morphea\Core\Data\Edit\TakeTable;
use Morphea\Core\Data\RowSelection;
use Morphea\Core\Data\Table;
use Morphea\Core\Data\TableError;
use Morphea\Core\Layout\EvenSizes;
use Morphea\Core\Naming\SafeName;
use Morphea\Core\Pattern\Pattern;
use Morphea\Core\Pattern\PatternError;
use Morphea\Core\Press\FileNames;
use Morphea\Core\Template\AutoLink;
use Morphea\Core\Template\Template;

/**
 * A run from files alone, split over processes.
 *
 * @phpstan-import-type Result from FolderSink
 */
final readonly class FilePress
{
    public function __construct(
        private MorpheaArchive $archive,
        private TableReader $tables,
        private Maker $maker,
        private Engines $engines,
        private FilePictures $pictures,
    ) {
    }

    /**
     * @return list<Result> in the order of the rows
     *
     * @throws UploadError when the input cannot be used
     * @throws RenderError when the folder cannot be written
     */
    public function press(PressOptions $order): array
    {
        $file = $this->archive->read($order->file, basename($order->file));
        $table = null === $order->rows ? $file->table : $this->anew($order->rows, $file->table);
        if (null === $table) {
            throw new UploadError(basename($order->file) . ' holds no rows. Give a table with --rows=FILE.');
        }
        $skipped = $table->skipped();
        $template = AutoLink::of($file->template, $table->columns)->template;
        $this->checkColumns($template, $table);
        $pieces = array_values(
            array_filter(
                $this->named($order, $template, $table),
                static fn (Wanted $piece): bool => !isset($skipped[$piece->row->number]),
            ),
        );
        if (!is_dir($order->to) && !@mkdir($order->to, 0o777, true)) {
            throw new UploadError("--to={$order->to}: the folder cannot be made.");
        }
        array_map(unlink(...), glob("$order->to/" . FolderSink::PART . '*') ?: []);
        $pictures = $this->pictures->of($file);
        $engine = $this->engines->withFiles(
            array_map(
                static fn (FontFile $font): OwnFont => new OwnFont(
                    $font->family,
                    $font->weight,
                    $font->italic,
                    $font->hash(),
                    $font->ending,
                    static fn (): string => $font->bytes,
                ),
                $file->fonts,
            ),
        );
        $even = EvenSizes::of($template, array_diff_key(iterator_to_array($table->records()), $skipped), $engine->texts);
        $making = new Making(
            $template,
            $order->output,
            $engine->layouter,
            $pictures,
            $even,
            $order->bleed && $template->bleed > 0,
        );
        $results = $this->spread($order, $making, $pieces);

        return $order->output instanceof OneFile
            ? $this->join($order, $order->output, $template, $results)
            : array_values($results);
    }

    /** Rows that the file had already stay themselves. */
    private function anew(string $path, ?Table $here): Table
    {
        $rows = $this->tables->file($this->existing($path), basename($path));

        return TakeTable::fresh($rows, '')->apply($here ?? new Table([], []));
    }

    private function existing(string $path): string
    {
        return is_file($path) ? $path : throw new UploadError("--rows=$path: there is no such file.");
    }

    private function checkColumns(Template $template, Table $table): void
    {
        foreach ($template->placeholders() as $layer) {
            if ([] !== ($unknown = array_diff($layer->columns(), $table->keys()))) {
                throw new UploadError(
                    \sprintf(
                        '“%s” shows the column “%s”, which the table has not. Its columns are: %s.',
                        $layer->name,
                        implode('”, “', $unknown),
                        implode(', ', $table->keys()),
                    ),
                );
            }
        }
    }

    /** @return list<Wanted> the rows to make with their file names */
    private function named(PressOptions $order, Template $template, Table $table): array
    {
        $name = $order->name ?? Pattern::column($template->linkedColumns()[0] ?? $table->keys()[0]);
        try {
            $pattern = Pattern::parse($name, $template->locale);
            $picked = array_flip(RowSelection::parse($order->only, \count($table->rows))->of(\count($table->rows)));
        } catch (PatternError $e) {
            throw new UploadError("--name=$name: {$e->getMessage()}", 0, $e);
        } catch (TableError $e) {
            throw new UploadError("--only=$order->only: {$e->getMessage()}", 0, $e);
        }
        if ([] !== ($unknown = $pattern->unknownColumns($table->keys()))) {
            throw new UploadError(
                \sprintf(
                    '--name=%s: there is no column “%s”. The columns are: %s.',
                    $name,
                    implode('”, “', $unknown),
                    implode(', ', $table->keys()),
                ),
            );
        }
        $names = new FileNames($pattern, $template->locale);
        $pieces = [];
        foreach ($table->records() as $number => $row) {
            $file = $names->next($row);
            if (isset($picked[$number])) {
                $pieces[] = new Wanted($number, $file, $row);
            }
        }

        return $pieces;
    }

    /**
     * Every process writes down what came of each piece; what one that died was at is tried again, by itself, and given
     * up after a few times.
     *
     * @param list<Wanted> $pieces
     *
     * @return array<int, Result> by row number
     */
    private function spread(PressOptions $order, Making $making, array $pieces): array
    {
        $results = [];
        $children = [];
        foreach (array_chunk($pieces, max(1, (int) ceil(\count($pieces) / $order->jobs))) as $share) {
            $children[] = $this->child($order, $making, $share);
        }
        while (null !== ($child = array_shift($children))) {
            [$pid, $log, $share] = $child;
            pcntl_waitpid($pid, $status);
            [$done, $begun, $error] = FolderSink::read($log);
            unlink($log);
            if (null !== $error) {
                throw new RenderError($error);
            }
            if ([] === $done && [] === $begun) {
                throw new RenderError('The process that makes the pieces ended at once.');
            }
            $results += $done;
            $left = array_values(array_filter($share, static fn (Wanted $piece): bool => !isset($done[$piece->row->number])));
            $left = array_map(
                static fn (Wanted $piece): Wanted => new Wanted(
                    $piece->position,
                    $piece->name,
                    $piece->row,
                    $piece->tries + (\in_array($piece->position, $begun, true) ? 1 : 0),
                ),
                $left,
            );
            if ([] !== $left) {
                $children[] = $this->child($order, $making, $left);
            }
        }
        ksort($results);

        return $results;
    }

    /**
     * @param list<Wanted> $share
     *
     * @return array{int, string, list<Wanted>} process, what it writes down, its share
     */
    private function child(PressOptions $order, Making $making, array $share): array
    {
        $log = (string) tempnam(sys_get_temp_dir(), 'morphea');
        $pid = pcntl_fork();
        if (0 === $pid) {
            $sink = new FolderSink($order->to, $order->output->endings($making->template), $log);
            try {
                $this->maker->make($making, $share, $sink);
            } catch (\Throwable $e) {
                $sink->failed($e->getMessage());
            }
            // Leave without PHP's shutdown: it belongs to the parent.
            posix_kill((int) getmypid(), \SIGKILL);
        }

        return [$pid, $log, $share];
    }

    /**
     * @param array<int, Result> $results
     *
     * @return list<Result>
     */
    private function join(PressOptions $order, OneFile $output, Template $template, array $results): array
    {
        $parts = [];
        foreach ($results as $result) {
            if (null !== $result['file']) {
                $parts[$result['file']] = true;
            }
        }
        $file = $order->to . '/' . (SafeName::of($template->name) ?: 'pieces') . ".{$output->ending()}";
        $parts = array_map(strval(...), array_keys($parts));
        if ([] !== $parts) {
            $made = \count(array_filter($results, static fn (array $result): bool => null !== $result['file']));
            $output->join($parts, $file, $made * \count($template->sides));
            array_map(unlink(...), $parts);
        }

        return array_map(
            static fn (array $result): array => null === $result['file']
                ? $result
                : ['file' => $file, 'files' => [$file]] + $result,
            array_values($results),
        );
    }
}
