<?php

declare(strict_types=1);

namespace Morphea\App\Cli;

use Morphea\App\Engine\Production\Binder;
use Morphea\App\Engine\Production\ChosenFormat;
use Morphea\App\Engine\Production\PieceRequest;
use Morphea\App\Engine\Production\Production;
use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\App\Platform\Files\UploadException;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Message;
use Morphea\Core\Output\FileNames\FileNames;
use Morphea\Core\Output\FileNames\Naming;
use Morphea\Core\Table\Data\RowSelection;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableException;
use Morphea\Core\Table\Naming\SafeName;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Table\Patterns\PatternException;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Process\Process;

/**
 * Makes a run from files, without a project, split over processes.
 *
 * @phpstan-import-type Result from FolderSink
 */
final readonly class FilePress
{
    /** Microseconds between looks at how far it is. */
    private const LOOK = 50_000;

    public function __construct(
        private FileOpener $opener,
        private FileMaking $makings,
        private Binder $binder,
        private DesignCodec $codec,
        private string $projectDir,
        #[Autowire('%kernel.environment%')] private string $environment,
        #[Autowire('%kernel.debug%')] private bool $debug,
    ) {
    }

    /**
     * @return list<Result> in the order of the rows
     *
     * @throws UploadException when the input cannot be used
     * @throws RenderException when the folder cannot be written
     */
    public function press(PressOptions $order): array
    {
        $open = $this->opener->open($order->file, $order->rows);
        [$file, $design, $table, $skipped, $even] = [$open->file, $open->design, $open->table, $open->skipped, $open->even];
        $pieces = array_values(
            array_filter(
                $this->named($order, $design, $table),
                static fn (PieceRequest $piece): bool => !isset($skipped[$piece->row->number]),
            ),
        );
        if (!is_dir($order->to) && !@mkdir($order->to, 0o777, true)) {
            throw new UploadException(new Message('cli.wrong.no_folder', ['option' => "--to={$order->to}"]));
        }
        $this->checkChoices($order, $design, $table);
        /** @param list<PieceRequest> $wanted */
        $share = fn (array $wanted): ProcessShare => new ProcessShare(
            $order->file,
            $this->codec->encode($design),
            array_map(static fn (ChosenFormat $choice): array => $choice->toArray(), $order->choices),
            $even->sizes,
            $order->to,
            $order->since,
            array_values($wanted),
            (string) tempnam(sys_get_temp_dir(), 'morphea'),
        );
        $making = $this->makings->build($file, $design, $order->choices, $even);
        $results = $this->bind($order, $making, $pieces, $this->spread($order, $share, $pieces));
        Manifest::of($order->to)->add(array_merge(...array_column($results, 'keys')));

        return array_values($results);
    }

    private function checkChoices(PressOptions $order, Design $design, Table $table): void
    {
        foreach ($order->choices as $choice) {
            $page = $choice->settings->page;
            if ('' !== $page && !isset($design->pages[(int) $page])) {
                throw new UploadException(new Message('cli.wrong.page', [
                    'option' => '--page=' . ((int) $page + 1),
                    'count' => \count($design->pages),
                ]));
            }
            $trouble = $choice->trouble($design);
            if (null !== $trouble) {
                throw new UploadException(new Message('import.in_file', ['name' => "--as={$choice->output::id()}", 'why' => $trouble]));
            }
            $by = $choice->by();
            if (null !== $by && !\in_array($by, $table->keys(), true)) {
                throw new UploadException(new Message('cli.wrong.columns', [
                    'option' => '--group-by',
                    'columns' => "“{$by}”",
                    'known' => implode(', ', $table->keys()),
                ]));
            }
        }
    }

    /** @return list<PieceRequest> the rows to make with their file names */
    private function named(PressOptions $order, Design $design, Table $table): array
    {
        $name = $order->name ?? Pattern::column($design->linkedColumns()[0] ?? $table->keys()[0]);
        try {
            $pattern = Pattern::parse($name, $design->locale);
            $picked = array_flip(RowSelection::parse($order->only, \count($table->rows))->numbers(\count($table->rows)));
        } catch (PatternException $e) {
            throw new UploadException(new Message('import.in_file', ['name' => "--name=$name", 'why' => $e->says()]), 0, $e);
        } catch (TableException $e) {
            throw new UploadException(new Message('import.in_file', ['name' => "--only=$order->only", 'why' => $e->says()]), 0, $e);
        }
        if ([] !== ($unknown = $pattern->unknownColumns([...$table->keys(), ...array_keys(Naming::MORE)]))) {
            throw new UploadException(new Message('cli.wrong.columns', [
                'option' => "--name=$name",
                'columns' => array_map(static fn (string $key): string => "“{$key}”", $unknown),
                'known' => implode(', ', $table->keys()),
            ]));
        }
        $naming = new Naming($pattern, day: (new \DateTimeImmutable())->format('Y-m-d'));
        $names = new FileNames($naming, $design->locale, \count($table->rows));
        $pieces = [];
        foreach ($table->records() as $number => $row) {
            $file = $names->next($row);
            if (isset($picked[$number])) {
                $pieces[] = new PieceRequest($number, $file, $row);
            }
        }

        return $pieces;
    }

    /**
     * Every process records the outcome of each piece. The piece a process died on is tried again on its own, and given
     * up after a few attempts.
     *
     * @param \Closure(list<PieceRequest>): ProcessShare $share
     * @param list<PieceRequest>                  $pieces
     *
     * @return array<int, Result> by row number
     */
    private function spread(PressOptions $order, \Closure $share, array $pieces): array
    {
        $results = [];
        $children = [];
        foreach (array_chunk($pieces, max(1, (int) ceil(\count($pieces) / $order->jobs))) as $wanted) {
            $children[] = $this->child($share($wanted));
        }
        while (null !== ($child = array_shift($children))) {
            [$process, $path, $given] = $child;
            while ($process->isRunning()) {
                usleep(self::LOOK);
                $logs = array_map(static fn (array $one): string => $one[2]->log, [$child, ...$children]);
                ($order->told)(\count($results) + array_sum(array_map(FolderSink::count(...), $logs)), \count($pieces));
            }
            [$done, $begun, $error] = FolderSink::read($given->log);
            array_map(unlink(...), [$given->log, $path]);
            if (null !== $error) {
                throw new RenderException($error);
            }
            if ([] === $done && [] === $begun) {
                throw new RenderException(new Message('cli.wrong.process', ['why' => trim($process->getErrorOutput())]));
            }
            $results += $done;
            $left = array_map(
                static fn (PieceRequest $piece): PieceRequest => new PieceRequest(
                    $piece->position,
                    $piece->name,
                    $piece->row,
                    $piece->tries + (\in_array($piece->position, $begun, true) ? 1 : 0),
                ),
                array_filter($given->wanted, static fn (PieceRequest $piece): bool => !isset($done[$piece->row->number])),
            );
            if ([] !== $left) {
                $children[] = $this->child($share(array_values($left)));
            }
        }
        ksort($results);

        return $results;
    }

    /** @return array{Process, string, ProcessShare} the process, the file that says what it makes, and what that is */
    private function child(ProcessShare $share): array
    {
        NoSpaceException::write($path = (string) tempnam(sys_get_temp_dir(), 'morphea'), serialize($share));
        // A process of its own and no fork: the libraries that draw have threads, which do not come along.
        $process = new Process(
            [\PHP_BINARY, '-d', 'ffi.enable=1', "$this->projectDir/bin/console", 'morphea:press-share', $path],
            env: ['APP_ENV' => $this->environment, 'APP_DEBUG' => $this->debug ? '1' : '0'],
            timeout: null,
        );
        $process->start();

        return [$process, $path, $share];
    }

    /**
     * The documents that combine all pieces.
     *
     * @param list<PieceRequest>       $pieces
     * @param array<int, Result> $results
     *
     * @return array<int, Result>
     */
    private function bind(PressOptions $order, Production $making, array $pieces, array $results): array
    {
        $made = static function () use ($pieces, &$results): array {
            return array_filter($pieces, static fn (PieceRequest $piece): bool => null === $results[$piece->row->number]['reason']);
        };
        $name = SafeName::of($making->design->name) ?: 'pieces';
        $documents = [];
        $this->binder->bind(
            $making,
            $made,
            $name,
            static function (string $name, string $path) use ($order, &$documents): void {
                if (!@copy($path, "$order->to/$name.new") || !rename("$order->to/$name.new", "$order->to/$name")) {
                    throw new RenderException(new Message('cli.wrong.not_written', ['file' => "$order->to/$name"]));
                }
                $documents[] = "$order->to/$name";
            },
            static function (PieceRequest $piece, Message|string $why) use (&$results): void {
                $results[$piece->row->number] = ['file' => null, 'files' => [], 'reason' => $why] + $results[$piece->row->number];
            },
        );
        if (1 !== \count($documents)) {
            return $results;
        }

        return array_map(
            static fn (array $result): array => null !== $result['reason'] || null !== $result['file']
                ? $result
                : ['file' => $documents[0], 'files' => $documents] + $result,
            $results,
        );
    }
}
