<?php

declare(strict_types=1);

namespace Morphea\App\Project\Context;

use Morphea\App\Project\Assets\Font;
use Morphea\App\Project\Assets\FontStore;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Design\Styles\FitMode;
use Morphea\Core\Rendering\Layout\EvenSizes;
use Symfony\Contracts\Cache\CacheInterface;

/** The sizes that texts with one size for all rows share, computed once for each state of these texts and the table. */
final readonly class SharedSizes
{
    public function __construct(
        private TableRows $rows,
        private FontStore $fonts,
        private DesignCodec $codec,
        private CacheInterface $cache,
    ) {
    }

    public function get(Project $project): EvenSizes
    {
        $design = $project->design();
        $even = array_filter($design->texts(), static fn ($text): bool => FitMode::Even === $text->fit->mode);
        if ([] === $even || 0 === $project->activeRows()) {
            return new EvenSizes();
        }
        $key =
            'even-' .
            hash(
                'sha256',
                json_encode(
                    [
                        $project->id(),
                        $project->tableVersion(),
                        $design->locale,
                        array_map(static fn (Font $font): string => $font->hash(), $this->fonts->all($project->owner())),
                        array_map($this->codec->layerToArray(...), array_values($even)),
                    ],
                    \JSON_THROW_ON_ERROR,
                ),
            );

        return $this->cache->get(
            $key,
            fn (): EvenSizes => EvenSizes::of(
                $design,
                $this->rows->active($project),
                $this->fonts->engine($project->owner())->texts,
            ),
        );
    }
}
