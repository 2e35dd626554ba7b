<?php

declare(strict_types=1);

namespace Morphea\App\Command;

use Morphea\App\Bench\StarterShelf;
use Morphea\App\Import\MorpheaFile;
use Morphea\App\Import\PictureFile;
use Morphea\App\Render\Engines;
use Morphea\App\Render\PictureSet;
use Morphea\App\Render\Vips;
use Morphea\Core\Drawing\Picture;
use Morphea\Core\Drawing\SvgSize;
use Morphea\Core\Drawing\SvgWriter;
use Morphea\Core\Layout\EvenSizes;
use Morphea\Core\Template\PictureLook;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/** Takes the small pictures of the starters anew, from their first row, on their backdrop if they have one. For whoever changes a starter. */
#[AsCommand('morphea:starter-pictures', 'Draw assets/starters/ anew')]
final class StarterPicturesCommand extends Command
{
    private const EDGE = 480;
    private const COMPRESSION = 9;

    public function __construct(private readonly StarterShelf $starters, private readonly Engines $engines, private readonly Vips $vips, private readonly string $projectDir)
    {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        foreach (array_keys($this->starters->all()) as $id) {
            $file = $this->starters->load($id);
            if (null !== $file) {
                file_put_contents("$this->projectDir/assets/starters/$id.png", $this->picture($file));
                $output->writeln($id);
            }
        }

        return Command::SUCCESS;
    }

    private function picture(MorpheaFile $file): string
    {
        $engine = $this->engines->with([]);
        $rows = $file->table?->rows() ?? [];
        $rows = \is_array($rows) ? $rows : iterator_to_array($rows);
        $pictures = new PictureSet(static function (string $name, PictureLook $look) use ($file): ?Picture {
            $picture = $file->pictures[$name] ?? null;

            return $picture instanceof PictureFile ? self::ready($picture, $look) : null;
        }, static fn (): array => array_map(strval(...), array_keys($file->pictures)));
        $laid = $engine->layouter->lay($file->template, array_values($rows)[0] ?? null, $pictures, EvenSizes::of($file->template, $rows, $engine->texts), 0, true);

        return $this->vips->draw((new SvgWriter($pictures))->write($laid->drawing, SvgSize::Pixels))->small(self::EDGE)->png(self::COMPRESSION, true);
    }

    private static function ready(PictureFile $picture, PictureLook $look): Picture
    {
        return 'image/svg+xml' === $picture->mime
            ? PictureSet::vector($picture->bytes, $look, $picture->width, $picture->height, $picture->focusX, $picture->focusY)
            : PictureSet::embedded($picture->mime, $picture->bytes, $picture->width, $picture->height, $picture->focusX, $picture->focusY);
    }
}
