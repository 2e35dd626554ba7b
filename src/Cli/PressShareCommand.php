<?php

declare(strict_types=1);

namespace Morphea\App\Cli;

use Morphea\App\Engine\Import\MorpheaArchive;
use Morphea\App\Engine\Production\ExportFormatRegistry;
use Morphea\App\Engine\Production\PieceMaker;
use Morphea\App\Platform\Language\Words;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Rendering\Layout\EvenSizes;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/** One of the processes of `morphea:press`: makes its share, and may be killed at any time. */
#[AsCommand('morphea:press-share', 'Makes a share of the pieces that morphea:press makes', hidden: true)]
final class PressShareCommand extends Command
{
    public function __construct(
        private readonly MorpheaArchive $archive,
        private readonly PieceMaker $maker,
        private readonly FileMaking $makings,
        private readonly ExportFormatRegistry $outputs,
        private readonly DesignCodec $codec,
        private readonly Words $words,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('share', InputArgument::REQUIRED, 'the file that says what to make');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $path = $input->getArgument('share');
        $share = \is_string($path) ? unserialize((string) file_get_contents($path)) : null;
        if (!$share instanceof ProcessShare) {
            return Command::INVALID;
        }
        $sink = new FolderSink($share->to, Manifest::of($share->since), $share->log);
        try {
            $file = $this->archive->read($share->file, basename($share->file));
            $choices = array_values(array_filter(array_map($this->outputs->choice(...), $share->choices)));
            if ([] !== $choices) {
                $making = $this->makings->build($file, $this->codec->decode($share->design), $choices, new EvenSizes($share->even));
                $this->maker->make($making, $share->wanted, $sink);
            }
        } catch (\Throwable $e) {
            $sink->failed($this->words->why($e));
        }

        return Command::SUCCESS;
    }
}
