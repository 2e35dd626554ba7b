<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Forms;

use Morphea\App\Engine\Render\Edge;
use Morphea\App\Engine\Render\Look;
use Morphea\App\Engine\Render\PictureFormat;
use Morphea\App\Engine\Render\PictureKind;
use Morphea\App\Engine\Render\Renderer;
use Morphea\App\Project\Assets\PictureSets;
use Morphea\App\Project\Context\ProjectOpener;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\App\Project\Tables\TableStore;
use Morphea\Core\Table\Data\Edit\AddRows;
use Morphea\Core\Table\Data\Table;

/** The piece for a response that is not a row yet: laid out and drawn as it will be, with recipes. */
final readonly class ResponsePiece
{
    /** Pixels of the longer side. */
    private const EDGE = 1_200;
    private const PAPER = '#FFFFFF';

    public function __construct(
        private TableRows $rows,
        private TableStore $tables,
        private ProjectOpener $opener,
        private PictureSets $pictures,
        private Renderer $renderer,
    ) {
    }

    /**
     * @param array<string, string> $cells by column key
     *
     * @return string|null bytes of a PNG; null where there is no such page
     */
    public function png(Project $project, array $cells, int $page): ?string
    {
        if (!isset($project->design()->pages[$page])) {
            return null;
        }
        $cells = array_intersect_key($cells, array_flip(array_column($project->columns(), 'key')));
        $table = (new AddRows(null, [$cells]))->apply($this->around($project))->cooked($this->tables->kitchen($project));
        $drawing = $this->opener->alone($project)->shown($table->record(\count($table->rows)), $page);
        $scale = self::EDGE / max($drawing->width, $drawing->height);
        $look = new Look($scale, Edge::Cut, $drawing->background ?? self::PAPER);

        return $this->renderer->page($drawing, $this->pictures->embedded($project), $look, [new PictureFormat(PictureKind::Png)])[0];
    }

    /** Recipes that count rows see the row where it will be. A full table has no room for one more. */
    private function around(Project $project): Table
    {
        $table = $this->rows->table($project);

        return \count($table->rows) < Table::MAX_ROWS ? $table : $table->withRows(\array_slice($table->rows, 1));
    }
}
