<?php

declare(strict_types=1);

namespace Morphea\App\Project\Context;

use League\Flysystem\FilesystemOperator;
use Morphea\App\Engine\Render\Renderer;
use Morphea\App\Project\Assets\Font;
use Morphea\App\Project\Assets\FontStore;
use Morphea\App\Project\Projects\OwnsFolders;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\Core\Rendering\Drawing\SvgSize;
use Morphea\Core\Rendering\Drawing\SvgWriter;
use Psr\Log\LoggerInterface;

/** Thumbnails of projects, from their first row: made once for each state of a project, and cached. */
final readonly class Thumbnails implements OwnsFolders
{
    public const FOLDER = 'faces';
    /** Pixels of the longer side. */
    private const EDGE = 640;
    private const SECONDS = 10;
    private const COMPRESSION = 6;

    public function __construct(
        private FilesystemOperator $files,
        private Renderer $renderer,
        private FontStore $fonts,
        private ProjectOpener $opener,
        private TableRows $rows,
        private LoggerInterface $logger,
    ) {
    }

    /** A fingerprint of the visible state of a project. */
    public function state(Project $project): string
    {
        $fonts = array_map(static fn (Font $font): string => $font->hash(), $this->fonts->all($project->owner()));

        return substr(
            hash(
                'sha256',
                implode("\n", [$project->state(), ...$fonts]),
            ),
            0,
            20,
        );
    }

    /** @return string|null a PNG; null where it cannot be drawn */
    public function png(Project $project): ?string
    {
        $folder = self::FOLDER . "/{$project->id()}";
        $path = "$folder/{$this->state($project)}";
        if (!$this->files->fileExists($path)) {
            $bytes = $this->draw($project);
            foreach ($this->files->listContents($folder) as $old) {
                $this->files->delete($old->path());
            }
            $this->files->write($path, $bytes);
        }
        $bytes = $this->files->read($path);

        return '' === $bytes ? null : $bytes;
    }

    /** @return string empty where it cannot be drawn: it is not tried again before something is changed */
    private function draw(Project $project): string
    {
        try {
            $open = $this->opener->alone($project);
            $drawing = $open->lay($this->rows->row($project, 1))->drawing;
            $svg = (new SvgWriter($open->pictures, SvgSize::Pixels))->write($drawing);

            return $this->renderer->png($svg, 96, null !== $drawing->background, self::COMPRESSION, self::EDGE, self::SECONDS);
        } catch (\Throwable $e) {
            $this->logger->warning('The small picture of project {project} cannot be drawn: {cause}', [
                'project' => $project->id(),
                'cause' => $e->getMessage(),
                'exception' => $e,
            ]);

            return '';
        }
    }

    public function folders(Project $project): array
    {
        return [self::FOLDER . "/{$project->id()}"];
    }
}
