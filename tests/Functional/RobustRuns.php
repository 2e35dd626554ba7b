<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use League\Flysystem\FilesystemAdapter;
use League\Flysystem\FilesystemOperator;
use Morphea\App\Engine\Import\PictureFile;
use Morphea\App\Engine\Production\Binder;
use Morphea\App\Engine\Production\ChosenFormat;
use Morphea\App\Engine\Production\PieceMaker;
use Morphea\App\Engine\Production\Production;
use Morphea\App\Engine\Render\Engines;
use Morphea\App\Platform\Files\FilesystemFactory;
use Morphea\App\Platform\Jobs\Counters;
use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Platform\Jobs\JobKindRegistry;
use Morphea\App\Platform\Jobs\JobRecorder;
use Morphea\App\Platform\Jobs\LogContext;
use Morphea\App\Platform\Jobs\RunJobHandler;
use Morphea\App\Platform\Jobs\WorkerRegistry;
use Morphea\App\Project\Assets\PictureSets;
use Morphea\App\Project\Assets\PictureStore;
use Morphea\App\Project\Designs\DesignHistory;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Runs\Runs\FileStore;
use Morphea\App\Runs\Runs\FinishedRun;
use Morphea\App\Runs\Runs\PieceReport;
use Morphea\App\Runs\Runs\PieceStore;
use Morphea\App\Runs\Runs\Run;
use Morphea\App\Runs\Runs\RunDispatcher;
use Morphea\App\Runs\Runs\RunProduction;
use Morphea\App\Runs\Runs\RunSink;
use Morphea\App\Runs\Runs\RunTask;
use Morphea\Core\Design\Edits\AddLayer;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\PictureLayer;
use Morphea\Core\Design\Styles\PictureFit;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Tests\Tools;
use Psr\EventDispatcher\EventDispatcherInterface;
use Psr\Log\LoggerInterface;
use Symfony\Component\Lock\LockFactory;

/** Runs in which something goes wrong. */
trait RobustRuns
{
    /** @param (\Closure(int): string)|null $name */
    private function rows(int $count, ?\Closure $name = null): Project
    {
        $name ??= static fn (int $i): string => "Volunteer $i";

        return $this->project(
            "Full name|Hours|Craft|Issued|Register\n" .
                implode("\n", array_map(static fn (int $i): string => $name($i) . "|$i|clocks|2026-03-09|$i", range(1, $count))),
        );
    }

    /** A project in which one row shows a drawing that came past the checks when it was brought, as those from before them did. */
    private function withHeavyPicture(int $rows, int $heavy): Project
    {
        $project = $this->project(
            "Full name|Hours|Craft|Issued|Register|Photo\n" .
                implode(
                    "\n",
                    array_map(
                        static fn (int $i): string => "Volunteer $i|$i|clocks|2026-03-09|$i|" .
                            ($i === $heavy ? 'masks' : 'seal'),
                        range(1, $rows),
                    ),
                ),
        );
        self::getContainer()
            ->get(PictureStore::class)
            ->add($project, new PictureFile('masks.svg', 'image/svg+xml', BadFiles::make('masks.svg'), 2000, 2000));
        $this->showPhoto($project);

        return $project;
    }

    /** A project of two rows that show a picture. */
    private function withPicture(string $name, string $bytes): Project
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register|Photo\nA|1|c|2026-03-09|1|seal\nB|2|c|2026-03-09|2|seal");
        self::getContainer()->get(PictureStore::class)->add($project, new PictureFile($name, 'image/png', $bytes, 300, 300));
        $this->showPhoto($project);

        return $project;
    }

    private function showPhoto(Project $project): void
    {
        $layer = new PictureLayer(
            'photo',
            'Photo',
            new Frame(100, 100, 300, 300),
            1.0,
            false,
            false,
            Pattern::parse('{photo}'),
            PictureFit::Contain,
        );
        self::getContainer()->get(DesignHistory::class)->apply($project, new AddLayer($layer, 0));
    }

    private static function plain(int $colour): string
    {
        $image = imagecreatetruecolor(300, 300);
        imagefilledrectangle($image, 0, 0, 300, 300, $colour);
        ob_start();
        imagepng($image);

        return (string) ob_get_clean();
    }

    /** @return list<int> the colour at the middle of the picture in each piece */
    private function seen(Project $project): array
    {
        $seen = [];
        foreach (Tools::pieces($this->download($project)) as $bytes) {
            $image = imagecreatefromstring($bytes) ?: throw new \LogicException('no picture');
            $scale = imagesx($image) / $this->reload($project)->design()->width;
            $seen[] = (int) imagecolorat($image, (int) (250 * $scale), (int) (250 * $scale));
        }

        return $seen;
    }

    /** @return array{Run, Production, RunSink} of six rows, into what the output makes of them */
    private function making(DyingOutput $output): array
    {
        $run = $this->started($project = $this->rows(6), 'pdf');
        $making = new Production(
            $run->design(),
            [new ChosenFormat($output, $output->settings())],
            self::getContainer()->get(Engines::class)->with([])->layouter,
            self::getContainer()->get(PictureSets::class)->embedded($project),
            $run->evenSizes(),
            $run->touchUps(),
        );
        $sink = new RunSink(
            $run,
            $this->pieces(),
            self::getContainer()->get(FileStore::class),
            $this->entities()->getConnection(),
            self::getContainer()->get(JobRecorder::class),
            self::getContainer()->get(LogContext::class),
        );

        return [$run, $making, $sink];
    }

    private function started(Project $project, string $format): Run
    {
        return self::getContainer()->get(RunDispatcher::class)->start($project, $this->orderOf($format, '{register}', 'x'));
    }

    /** A worker whose pieces go to these files. */
    private function store(): FilesystemAdapter
    {
        $root = \dirname(__DIR__, 2);

        return (new FilesystemFactory($root))->adapter(str_replace('%kernel.project_dir%', $root, (string) $_SERVER['STORAGE_DSN']));
    }

    private function handler(FilesystemOperator $files): RunJobHandler
    {
        $container = self::getContainer();
        $desk = $container->get(JobDispatcher::class);
        $record = $container->get(JobRecorder::class);
        $store = new FileStore($this->entities()->getConnection(), $files);
        $makings = $container->get(RunProduction::class);
        $making = new RunTask(
            $this->entities(),
            $this->entities()->getConnection(),
            $this->pieces(),
            $store,
            $container->get(PieceMaker::class),
            $makings,
            new FinishedRun($this->pieces(), $this->report(), $store, $makings, $container->get(Binder::class), $record),
            $record,
            $container->get(WorkerRegistry::class),
            $container->get(Counters::class),
            $container->get(LogContext::class),
            $container->get(EventDispatcherInterface::class),
        );

        return new RunJobHandler(
            $this->entities(),
            $desk,
            $record,
            $files,
            new JobKindRegistry([$making]),
            $container->get(LockFactory::class),
            $container->get(LogContext::class),
            $container->get(LoggerInterface::class),
        );
    }

    private function report(): PieceReport
    {
        return self::getContainer()->get(PieceReport::class);
    }

    private function pieces(): PieceStore
    {
        return self::getContainer()->get(PieceStore::class);
    }
}
