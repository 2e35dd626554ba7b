<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Compose;

use Morphea\App\Engine\Media\ShippedSounds;
use Morphea\App\Project\Assets\PictureStore;
use Morphea\App\Project\Context\OpenProject;
use Morphea\App\Project\Context\ProjectOpener;
use Morphea\App\Project\Context\SpecialRows;
use Morphea\App\Project\Designs\DesignHistory;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\App\Project\TouchUps\TouchUpStore;
use Morphea\Core\Design\Edits\AlignLayers;
use Morphea\Core\Design\Edits\Preset;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Model\Page;
use Morphea\Core\Design\Model\PictureLayer;
use Morphea\Core\Design\Styles\CodeKind;
use Morphea\Core\Design\Styles\Mark;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Layout\TouchUps;
use Morphea\Core\Table\Data\Record;
use Morphea\Core\Table\Patterns\DisplayStyle;
use Morphea\Core\Table\Patterns\Pattern;

/** Assembles what the Compose screen shows. */
final readonly class ComposeView
{
    private const STITCHES = 6;

    public function __construct(
        private SpecialRows $special,
        private TableRows $rows,
        private TouchUpStore $hands,
        private ProjectOpener $opener,
        private PictureView $picture,
        private DesignHistory $history,
        private PictureStore $pictures,
        private DesignLanguages $languages,
    ) {
    }

    /**
     * @param list<string> $wanted  ids of the layers to select; with one of a group, all of it
     * @param list<int>    $touched ids of the rows whose pieces are touched up; the design is worked on without any
     * @param bool         $flips   the number was asked for, and who touches up goes there
     */
    public function build(
        Project $project,
        int $number,
        array $wanted,
        int $page,
        string $scene = '',
        array $touched = [],
        bool $flips = false,
    ): ComposeModel {
        if (1 === \count($touched) && !$flips) {
            // Wherever its row stands by now.
            $number = $this->rows->numbers($project, $touched)[$touched[0]] ?? $number;
        }
        $number = SpecialRows::isSpecial($number) ? $number : max(1, min($number, $project->rowCount()));
        $row = $project->rowCount() > 0 ? $this->special->row($project, $number) : null;
        $shown = self::page($project, $wanted, $page);
        $all = $this->opener->page($project);
        // Whoever flips on touches up the next; what is made up is nobody's piece.
        $touched = null === $row?->id ? [] : (1 === \count($touched) ? [$row->id] : $touched);
        // The design is worked on as it is for all pieces; one that is touched up, as it is made.
        $open = [] === $touched ? $all->with($all->design, new TouchUps()) : $all;
        $design = $open->piece($row);
        $laid = $open->lay($row, $shown, true);
        $warnings = $open->warnings($row, $laid, $shown);
        $layers = $this->selection($design->page($shown), $wanted);
        $selection = SelectionView::of($design, $layers, $laid, $warnings, $open->engine->fonts);
        $columns = self::columns($project, $design, $row);
        $boxes = new Boxes($design, $design->page($shown), $columns);
        $stage = new StageView(
            row: null === $row ? 0 : $number,
            rowId: $row->id ?? 0,
            page: $shown,
            special: SpecialRows::NAMES[$number] ?? '',
            touched: $touched,
            touchedRows: \count($touched) > 1 ? $this->rows->numbers($project, $touched) : [],
            touches: $all->touchUps->find($row)?->says($all->design) ?? [],
            before: [] === $touched ? '' : $all->with($all->design, new TouchUps())->thumbnail($row, $shown),
            svg: $open->svg($laid),
            boxes: $boxes->onStage($laid, $warnings, $layers),
            time: 0 === $shown ? ScenesView::of($design, $laid) : null,
            scene: null === $design->scene($scene) ? $design->scenes[0]->id ?? '' : $scene,
            sounds: $design->moves() ? $this->sounds($project) : [],
        );
        $picture = $selection->selected instanceof PictureLayer ? $this->picture->build($project, $selection->selected, $laid) : [];

        return new ComposeModel(
            $this->design($project, $open, $design, $shown, $columns, $boxes, $touched),
            $stage,
            $selection,
            $picture,
        );
    }

    /**
     * @param array<string, array<string, mixed>> $columns
     * @param list<int>                           $touched
     */
    private function design(
        Project $project,
        OpenProject $open,
        Design $design,
        int $page,
        array $columns,
        Boxes $boxes,
        array $touched,
    ): DesignView {
        $fonts = $open->engine->fonts;

        return new DesignView(
            project: $project,
            design: $design,
            columns: $columns,
            offered: [] !== $columns ? $columns : self::fields($design),
            layers: $boxes->stack(),
            families: $fonts->choices(),
            unknownFonts: array_values(array_filter($design->families(), static fn (string $family): bool => !$fonts->has($family))),
            shown: DisplayStyle::choices($project->design()->locale),
            marks: Mark::forEditor(),
            alignments: AlignLayers::WAYS,
            presets: Preset::all(),
            codeKinds: CodeKind::cases(),
            languages: $this->languages->all($design->locale),
            ways: [] === $touched ? $this->history->ways($project) : $this->hands->ways($project),
            typeUnit: $design->typeUnit(),
            pageControls: new Controls($design, $design->page($page)),
            designControls: new Controls($design, $design),
        );
    }

    /** @return array<string, array<string, mixed>> by key */
    private static function columns(Project $project, Design $design, ?Record $row): array
    {
        $columns = [];
        foreach ($project->columns() as $column) {
            $columns[$column->key] = [
                'letter' => $column->letter(),
                'heading' => $column->heading,
                'key' => $column->key,
                'source' => Pattern::column($column->key),
                'stitch' => $column->index % self::STITCHES,
                'value' => $row->cells[$column->key] ?? '',
                'used' => \in_array($column->key, $design->linkedColumns(), true),
            ];
        }

        return $columns;
    }

    /** @return list<array{key: string, letter: string, heading: string, source: string}> columns to come, where there is no table */
    private static function fields(Design $design): array
    {
        return array_map(static fn (string $key): array => [
            'key' => $key,
            'letter' => '·',
            'heading' => $design->columnName($key),
            'source' => Pattern::column($key),
        ], $design->linkedColumns());
    }

    /** @return array<string, Message|string> what can be heard, by the pattern that names it */
    private function sounds(Project $project): array
    {
        $sounds = [];
        foreach ($this->pictures->soundNames($project) as $name) {
            $sounds[Pattern::quote($name)] = $name;
        }
        foreach (array_keys(ShippedSounds::ALL) as $name) {
            $sounds[$name] = new Message('compose.sound.shipped.' . strtr($name, '-', '_'));
        }

        return $sounds;
    }

    /**
     * The page that is shown: the one with the wanted layers, if they exist.
     *
     * @param list<string> $wanted
     */
    public static function page(Project $project, array $wanted, int $page): int
    {
        $design = $project->design();
        $known = array_map(static fn (Layer $layer): string => $layer->id, $design->layers());
        foreach ($wanted as $id) {
            if (\in_array($id, $known, true)) {
                return $design->pageOf($id);
            }
        }

        return isset($design->pages[$page]) ? $page : 0;
    }

    /**
     * @param list<string> $wanted
     *
     * @return list<Layer>
     */
    private function selection(Page $page, array $wanted): array
    {
        $groups = [];
        foreach ($page->layers as $layer) {
            if (null !== $layer->group && \in_array($layer->id, $wanted, true)) {
                $groups[$layer->group] = true;
            }
        }

        return array_values(
            array_filter(
                $page->layers,
                static fn (Layer $layer): bool => \in_array($layer->id, $wanted, true) || isset($groups[$layer->group ?? '']),
            ),
        );
    }
}
