<?php

declare(strict_types=1);

namespace Morphea\App\Compose;

use Morphea\App\Entity\Project;
use Morphea\App\Rows\TableStore;
use Morphea\Core\Layout\LaidOut;
use Morphea\Core\Pattern\Shown;
use Morphea\Core\Proof\Contrast;
use Morphea\Core\Template\Edit\AlignLayers;
use Morphea\Core\Template\Layer;
use Morphea\Core\Template\PictureLayer;
use Morphea\Core\Template\ShapeLayer;
use Morphea\Core\Template\Template;
use Morphea\Core\Template\TextLayer;
use Morphea\Core\Type\FontBook;

/** Everything the Compose screen shows, as plain values for its templates. */
final readonly class ComposeView
{
    private const STITCHES = 6;

    public function __construct(private TableStore $rows, private Stage $stage, private FontBook $fonts, private TemplateHistory $history)
    {
    }

    /**
     * @param list<string> $wanted ids of the layers to select; with one of a group, all of it
     *
     * @return array<string, mixed>
     */
    public function of(Project $project, int $number, array $wanted): array
    {
        $template = $project->template();
        $number = max(1, min($number, $project->rowCount()));
        $row = $project->rowCount() > 0 ? $this->rows->row($project, $number) : null;
        $laid = $this->stage->lay($project, $row);
        $selection = $this->selection($template, $wanted);
        $layer = 1 === \count($selection) ? $selection[0] : null;
        $columns = [];
        foreach ($project->columns() as $column) {
            $columns[$column->key] = ['letter' => $column->letter(), 'heading' => $column->heading, 'key' => $column->key, 'stitch' => $column->index % self::STITCHES, 'value' => $row->cells[$column->key] ?? '', 'used' => \in_array($column->key, $template->linkedColumns(), true)];
        }

        return [
            'project' => $project,
            'template' => $template,
            'here' => 'Compose',
            'row' => null === $row ? 0 : $number,
            'columns' => $columns,
            'svg' => $this->stage->svg($project, $laid),
            'boxes' => $this->boxes($template, $columns, $laid, $selection),
            'selected' => $layer,
            'selection' => array_map(static fn (Layer $one): string => $one->id, $selection),
            'grouped' => [] !== $selection && [] === array_filter($selection, static fn (Layer $one): bool => null === $one->group),
            'ways' => AlignLayers::WAYS,
            'contrast' => $layer instanceof TextLayer ? Contrast::of($template, $layer) : null,
            'kind' => \count($selection) > 1 ? 'several' : $this->kind($layer),
            'facts' => null === $layer ? null : $laid->facts($layer->id),
            'parts' => $layer instanceof TextLayer ? $layer->content->forEditor() : [],
            'shown' => array_map(static fn (Shown $shown): array => ['value' => $shown->value, 'label' => $shown->label()], Shown::cases()),
            'families' => $this->fonts->choices(),
            'faces' => $layer instanceof TextLayer ? $this->faces($layer->style->family) : [],
            'typeUnit' => EditInput::typeUnit($template),
            'layers' => $this->layers($template, $columns),
            'canUndo' => $this->history->canUndo($project),
            'canRedo' => $this->history->canRedo($project),
        ];
    }

    /**
     * @param list<string> $wanted
     *
     * @return list<Layer>
     */
    private function selection(Template $template, array $wanted): array
    {
        $groups = [];
        foreach ($template->side()->layers as $layer) {
            if (null !== $layer->group && \in_array($layer->id, $wanted, true)) {
                $groups[$layer->group] = true;
            }
        }

        return array_values(array_filter($template->side()->layers, static fn (Layer $layer): bool => \in_array($layer->id, $wanted, true) || isset($groups[$layer->group ?? ''])));
    }

    private function kind(?Layer $layer): string
    {
        return match (true) {
            $layer instanceof TextLayer => 'text',
            $layer instanceof PictureLayer => 'picture',
            $layer instanceof ShapeLayer => 'shape',
            default => '',
        };
    }

    /**
     * @param array<string, array<string, mixed>> $columns
     * @param list<Layer>                         $selection
     *
     * @return list<array<string, mixed>>
     */
    private function boxes(Template $template, array $columns, LaidOut $laid, array $selection): array
    {
        $boxes = [];
        foreach ($template->side()->layers as $layer) {
            if ($layer->hidden || ($layer->locked && !\in_array($layer, $selection, true))) {
                continue;
            }
            $keys = $layer instanceof TextLayer ? $layer->pattern->columns() : [];
            $boxes[] = [
                'id' => $layer->id,
                'name' => $layer->name,
                'kind' => $this->kind($layer),
                'left' => 100 * $layer->frame->x / $template->width,
                'top' => 100 * $layer->frame->y / $template->height,
                'width' => 100 * $layer->frame->width / $template->width,
                'height' => 100 * $layer->frame->height / $template->height,
                'rotation' => $layer->frame->rotation,
                'caps' => array_map(static fn (string $key): string => isset($columns[$key]) ? (string) $columns[$key]['letter'] : '?', $keys),
                'stitch' => $columns[$keys[0] ?? '']['stitch'] ?? 0,
                'unlinked' => [] !== $columns && [] !== array_diff($keys, array_keys($columns)),
                'overset' => $laid->facts($layer->id)->overset ?? false,
                'selected' => \in_array($layer, $selection, true),
                'locked' => $layer->locked,
                'group' => $layer->group,
                'frame' => get_object_vars($layer->frame),
            ];
        }

        return $boxes;
    }

    /**
     * @param array<string, array<string, mixed>> $columns
     *
     * @return list<array<string, mixed>> the topmost first
     */
    private function layers(Template $template, array $columns): array
    {
        return array_reverse(array_map(fn (Layer $layer): array => [
            'id' => $layer->id,
            'name' => $layer->name,
            'kind' => $this->kind($layer),
            'locked' => $layer->locked,
            'hidden' => $layer->hidden,
            'caps' => $layer instanceof TextLayer ? array_map(static fn (string $key): string => isset($columns[$key]) ? (string) $columns[$key]['letter'] : '?', $layer->pattern->columns()) : [],
        ], $template->side()->layers));
    }

    /** @return array<string, string> names of a family's faces by the value the rule line sends */
    private function faces(string $family): array
    {
        $names = [300 => 'light', 400 => 'regular', 500 => 'medium', 600 => 'semibold', 700 => 'bold'];
        $faces = [];
        foreach ($this->fonts->all() as $known) {
            if ($known->name === $family) {
                foreach ($known->faces as $face) {
                    $name = $names[$face->weight] ?? (string) $face->weight;
                    $faces[$face->weight.($face->italic ? 'i' : '')] = $face->italic ? (400 === $face->weight ? 'italic' : "$name italic") : $name;
                }
            }
        }

        return $faces;
    }
}
