<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Morphea\App\Engine\Production\ChosenFormat;
use Morphea\App\Engine\Production\DocumentFormat;
use Morphea\App\Engine\Production\ExportFormat;
use Morphea\App\Engine\Production\ExportFormatRegistry;
use Morphea\App\Engine\Production\FormatOption;
use Morphea\App\Engine\Production\MockupFormat;
use Morphea\App\Engine\Production\MotionFormat;
use Morphea\App\Engine\Production\PageNames;
use Morphea\App\Engine\Production\SizedSettings;
use Morphea\App\Engine\Render\Edge;
use Morphea\App\Platform\Language\Words;
use Morphea\App\Project\Context\ProjectOpener;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Styles\Content;
use Morphea\Core\Message;
use Morphea\Core\Output\FileNames\Naming;
use Morphea\Core\Table\Patterns\DisplayStyle;
use Morphea\Core\Table\Patterns\Pattern;

/** An order as the Press screen shows it: its sentence, and what it would make. */
final readonly class OrderViews
{
    private const NAMES_SHOWN = 3;
    private const WARNINGS_SHOWN = 3;
    /** Seconds that looking for warnings may take while somebody waits. */
    private const LOOK = 0.4;
    /** Key-caps of what names can say besides columns. */
    private const CAPS = [Naming::ROW => '№', Naming::SIDE => '◧', Naming::DAY => '◷'];

    public function __construct(
        private RunPlanner $planner,
        private ExportFormatRegistry $outputs,
        private OpenWarnings $warnings,
        private ProjectOpener $opener,
        private Words $words,
    ) {
    }

    /** @return array<string, mixed> */
    public function form(Project $project, RunOrder $order): array
    {
        $chosen = [];
        foreach ($order->choices as $choice) {
            $chosen[$choice->output::id()] = $choice->settings;
        }

        return [
            'order' => $order,
            'first' => $order->choices[0]->settings,
            'outputs' => array_values(array_map(
                static fn (ExportFormat $output): array => [
                    'id' => $output::id(),
                    'label' => $output->label(),
                    'ending' => $output->ending(),
                    'bound' => $output instanceof DocumentFormat,
                    'chosen' => isset($chosen[$output::id()]),
                    'settings' => $chosen[$output::id()] ?? $output->settings(),
                    'options' => array_map(static fn (FormatOption $option): string => $option->value, $output->options()),
                ],
                array_filter(
                    $this->outputs->all(),
                    static fn (ExportFormat $output): bool => null === $output->page() && (!$output instanceof MotionFormat ||
                        $project->design()->moves() ||
                        isset($chosen[$output::id()])),
                ),
            )),
            'routes' => array_filter(array_map(static fn (ExportFormat $output): ?string => $output->page(), $this->outputs->all())),
            // Mockups are for showing, and are found where pieces are handed out.
            'elsewhere' => array_filter(
                $this->outputs->all(),
                static fn (ExportFormat $output): bool => null !== $output->page() && !$output instanceof MockupFormat,
            ),
            'parts' => Content::plain(Pattern::parse($order->name))->forEditor(),
            'columns' => $this->columns($project),
            'shown' => DisplayStyle::choices($project->design()->locale),
        ];
    }

    /**
     * @return array<string, mixed>
     *
     * @throws RunOrderException
     */
    public function summary(Project $project, RunOrder $order): array
    {
        if (0 === $project->rowCount()) {
            return ['project' => $project, 'error' => new Message('press.no_rows.error'), 'oob' => false];
        }
        try {
            $plan = $this->planner->plan($project, $order);
        } catch (RunOrderException $e) {
            return ['project' => $project, 'error' => $e->says(), 'oob' => false];
        }
        $design = $project->design()->made();
        $first = $plan->pieces[0];
        $look = $this->warnings->look($project, array_column($plan->pieces, 'row'), self::LOOK);
        $files = $this->files($plan, $design);
        $edge = $order->choices[0]->settings->edge;

        return [
            'project' => $project,
            'error' => null,
            'oob' => false,
            'count' => \count($plan->pieces),
            'left' => $plan->left,
            'make' => new Message('common.step.make', ['count' => \count($plan->pieces)]),
            'pages' => \count($order->choices[0]->settings->pages($design->pages)),
            'paper' => $design->size(),
            'sizes' => $this->sizes($order, $design),
            'edge' => $edge->value,
            'bleed' => Edge::Cut === $edge || $design->bleed <= 0 ? 0 : $design->unit->fromDots($design->bleed, $design->dpi),
            'unit' => $design->unit->value,
            'files' => \array_slice($files, 0, self::NAMES_SHOWN),
            'moreFiles' => max(0, $this->count($plan, $design) - self::NAMES_SHOWN),
            'clashes' => $order->hasNames() ? $plan->clashes : [],
            'warnings' => \array_slice($look['found'], 0, self::WARNINGS_SHOWN, true),
            'found' => \count($look['found']),
            'looked' => $look['looked'],
            'pictures' => $this->opener->page($project)->thumbnails($first['row']),
            'firstRow' => $first['row']->number,
        ];
    }

    /** @return array<string, string> sizes in pixels of those outputs that have any, by their labels */
    private function sizes(RunOrder $order, Design $design): array
    {
        $sizes = [];
        foreach ($order->choices as $choice) {
            if ($choice->settings instanceof SizedSettings) {
                $sizes[$this->words->say($choice->output->label())] = $choice->output->size($design, $choice->settings);
            }
        }

        // What is as large as everything else need not say what it is.
        return 1 === \count(array_unique($sizes)) ? ['' => (string) reset($sizes)] : $sizes;
    }

    /** @return list<string> the first names */
    private function files(RunPlan $plan, Design $design): array
    {
        $pages = PageNames::of($design);
        $names = [];
        foreach ($plan->order->choices as $choice) {
            $by = $choice->by();
            if ($choice->isBound() && null === $by) {
                array_unshift($names, "$plan->file.{$choice->output->ending()}");
            } elseif (null !== $by) {
                $values = array_map(static fn (array $piece): string => trim($piece['row']->cells[$by] ?? ''), $plan->pieces);
                foreach (\array_slice(array_unique($values), 0, self::NAMES_SHOWN) as $value) {
                    $name = '' === $value ? $this->words->say(new Message('press.summary.no_value')) : $value;
                    $names[] = "$name.{$choice->output->ending()}";
                }
            } else {
                foreach (\array_slice($plan->pieces, 0, self::NAMES_SHOWN) as $piece) {
                    array_push($names, ...$choice->names($piece['name'], $pages));
                }
            }
        }

        return $names;
    }

    private function count(RunPlan $plan, Design $design): int
    {
        $each = array_map(
            static fn (ChosenFormat $choice): int => $choice->isBound()
                ? (null === $choice->by()
                    ? 1
                    : \count(array_unique(array_map(
                        static fn (array $piece): string => trim($piece['row']->cells[(string) $choice->by()] ?? ''),
                        $plan->pieces,
                    ))))
                : \count($plan->pieces) * \count($choice->names('', PageNames::of($design))),
            $plan->order->choices,
        );

        return array_sum($each);
    }

    /** @return array<string, array{letter: string, heading: string, key: string, source: string}> */
    private function columns(Project $project): array
    {
        $columns = [];
        foreach ($project->columns() as $column) {
            $columns[$column->key] = [
                'letter' => $column->letter(),
                'heading' => $column->heading,
                'key' => $column->key,
                'source' => Pattern::column($column->key),
            ];
        }
        foreach (Naming::MORE as $key => $name) {
            $heading = $this->words->say(new Message("press.name.$name"));
            $columns[$key] = ['letter' => self::CAPS[$key], 'heading' => $heading, 'key' => $key, 'source' => Pattern::column($key)];
        }

        return $columns;
    }
}
