<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Compose;

use Morphea\App\Engine\Import\Drawable;
use Morphea\App\Engine\Import\PictureFile;
use Morphea\App\Engine\Import\PictureReader;
use Morphea\App\Engine\Import\SvgCleaner;
use Morphea\App\Engine\Import\SvgFile;
use Morphea\App\Engine\Import\SvgTexts;
use Morphea\App\Platform\Files\UploadException;
use Morphea\App\Project\Assets\FontStore;
use Morphea\App\Project\Assets\PictureStore;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Design\Edits\AddLayers;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Model\PictureLayer;
use Morphea\Core\Design\Styles\Tokens;
use Morphea\Core\Rendering\Drawing\Picture;
use Morphea\Core\Rendering\Layout\ArtText;
use Morphea\Core\Rendering\Layout\ArtTexts;
use Morphea\Core\Rendering\Layout\PicturePlacer;

/** Imports artwork onto a page: as a picture, with the texts of a drawing as text layers that can be linked and edited. */
final readonly class Artwork
{
    public function __construct(
        private PictureReader $reader,
        private SvgCleaner $cleaner,
        private Drawable $drawable,
        private PictureStore $pictures,
        private FontStore $fonts,
    ) {
    }

    /**
     * @param int  $page   of a PDF
     * @param bool $ground under everything, over all of the page; else a layer on top
     *
     * @throws UploadException
     */
    public function bring(Project $project, string $bytes, string $name, int $page, bool $ground, int $onto): AddLayers
    {
        $design = $project->design();
        if (!PictureReader::isSvg($bytes)) {
            $picture = $this->reader->read($bytes, $name, $page);

            return new AddLayers([$this->layer($design, $project, $picture, $ground)], $onto, $ground, $name);
        }
        $svg = SvgFile::read($bytes, $name);
        $texts = SvgTexts::takeOut($svg);
        $clean = $this->cleaner->cleaned($svg, substr(hash('sha256', $bytes), 0, 8), $name);
        $layer = $this->layer(
            $design,
            $project,
            $this->drawable->checked($clean, PictureReader::stem($name), $name),
            $ground,
        );
        $layers = [$layer];
        $box = PicturePlacer::place(
            $layer,
            new Picture($layer->pictures()[0], '', $clean->width, $clean->height, true),
            $design->dpi,
        )->box;
        $artTexts = new ArtTexts($this->fonts->engine($project->owner())->shaper);
        foreach ($texts as $text) {
            $new = new NewLayer($design, array_map(static fn (Layer $one): string => $one->id, $layers));
            $named = self::named($text);
            $layers[] = $artTexts->layer($text, $new->id($named), $new->name($named), $box, $clean->width, $design->locale);
        }

        return new AddLayers($layers, $onto, $ground, $name);
    }

    private function layer(Design $design, Project $project, PictureFile $picture, bool $ground): PictureLayer
    {
        $asset = $this->pictures->add($project, $picture);
        $new = new NewLayer($design);

        return $ground ? $new->ground($asset) : $new->picture($asset, $picture->width, $picture->height);
    }

    /** Named after its first column or its first words. */
    private static function named(ArtText $text): string
    {
        $words = $text->words();

        return Tokens::in($words) && 1 === preg_match('/\{\s*([^{},]+)/u', $words, $m)
            ? ucfirst(strtr(trim($m[1]), '_', ' '))
            : mb_strimwidth(strtok($words, "\n") ?: 'Text', 0, 30, '…', 'UTF-8');
    }
}
