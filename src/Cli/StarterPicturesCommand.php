<?php

declare(strict_types=1);

namespace Morphea\App\Cli;

use Morphea\App\Editor\Dashboard\StarterShelf;
use Morphea\App\Editor\Dashboard\StarterWords;
use Morphea\App\Engine\Import\FilePictures;
use Morphea\App\Engine\Import\MorpheaFile;
use Morphea\App\Engine\Render\Engines;
use Morphea\App\Engine\Render\Vips;
use Morphea\App\Platform\Account\Member;
use Morphea\Core\Rendering\Drawing\SvgSize;
use Morphea\Core\Rendering\Drawing\SvgWriter;
use Morphea\Core\Rendering\Layout\EvenSizes;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/**
 * Renders the thumbnails of the starters from their first row, on their backdrop if they have one. For whoever changes a
 * starter.
 */
#[AsCommand('morphea:starter-pictures', 'Draw assets/starters/ anew')]
final class StarterPicturesCommand extends Command
{
    private const EDGE = 480;
    private const COMPRESSION = 9;

    public function __construct(
        private readonly StarterShelf $starters,
        private readonly StarterWords $words,
        private readonly Engines $engines,
        private readonly FilePictures $pictures,
        private readonly Vips $vips,
        private readonly string $projectDir,
    ) {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $anybody = new Member('somebody@example.org', 'Your name');
        $anybody->belongsTo('Your organisation', 'Your name');
        foreach ($this->starters->all() as $id) {
            $file = $this->starters->load($id);
            if (null !== $file) {
                $file = $file->withDesign($this->words->adapt($id, $file->design, $anybody, false));
                file_put_contents("$this->projectDir/assets/starters/$id.png", $this->picture($file));
                $output->writeln($id);
            }
        }

        return Command::SUCCESS;
    }

    private function picture(MorpheaFile $file): string
    {
        $engine = $this->engines->with([]);
        $rows = null === $file->table ? [] : iterator_to_array($file->table->records());
        $pictures = $this->pictures->load($file);
        $laid = $engine->layouter->lay(
            $file->design,
            $rows[1] ?? null,
            $pictures,
            EvenSizes::of($file->design, $rows, $engine->texts),
            0,
            true,
        );

        return $this->vips
            ->draw((new SvgWriter($pictures, SvgSize::Pixels))->write($laid->drawing))
            ->small(self::EDGE)
            ->png(self::COMPRESSION, true);
    }
}
