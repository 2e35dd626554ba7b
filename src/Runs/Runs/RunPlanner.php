<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Engine\Production\ChosenFormat;
use Morphea\App\Engine\Production\ExportFormatRegistry;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Project\Context\RowInputs;
use Morphea\App\Project\Context\SharedSizes;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\ProjectColumnKinds;
use Morphea\App\Project\Tables\TableRows;
use Morphea\Core\Message;
use Morphea\Core\Output\FileNames\FileNames;
use Morphea\Core\Output\FileNames\Naming;
use Morphea\Core\Output\FileNames\UsualName;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Record;
use Morphea\Core\Table\Data\RowSelection;
use Morphea\Core\Table\Data\TableException;
use Morphea\Core\Table\Naming\SafeName;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Table\Patterns\PatternException;

/** Turns an order into a plan: which rows, under which names. */
final readonly class RunPlanner
{
    private const MAX_WRITTEN = 60_000;
    private const MAX_NAME = 100;
    /** Runs that are looked at for one that was like it. */
    private const LOOKED = 30;
    /** Rows that tell which column names files best. */
    private const NAMED_BY = 500;

    public function __construct(
        private TableRows $rows,
        private EntityManagerInterface $entities,
        private ExportFormatRegistry $outputs,
        private SharedSizes $sizes,
        private RowInputs $inputs,
        private PieceStore $pieces,
        private OpenWarnings $warnings,
        private ProjectColumnKinds $kinds,
    ) {
    }

    /**
     * The order people most likely want: that of the last run, for all rows; at first the default for such a design,
     * named by the row and the column that tells rows apart best.
     *
     * @param string|null $output of which it is to be, where that is planned apart; null for what the sentence of Press makes
     */
    public function usual(Project $project, ?string $output = null): RunOrder
    {
        $keys = $this->known($project);
        [$last, $choices] = $this->last($project, $output);
        $usual = null === $output ? $this->outputs->usual($project->design()) : $this->outputs->get($output);
        $choices = [] === $choices ? [new ChosenFormat($usual, $usual->settings())] : $choices;
        if (null !== $last && [] === Pattern::parse($last->namePattern())->unknownColumns($keys)) {
            return new RunOrder(
                $choices,
                RowChoice::All,
                '',
                $last->namePattern(),
                $last->fileName(),
                $last->plainNames(),
                $last->nameBytes(),
                $last->orderName(),
            );
        }
        $file = SafeName::of(mb_strtolower(str_replace(' ', '-', $project->name()), 'UTF-8'));

        return new RunOrder(
            $choices,
            RowChoice::All,
            '',
            $this->usualName($project),
            ('' === $file ? 'pieces' : $file) . (null === $output ? '' : "-$output"),
        );
    }

    public function usualName(Project $project): string
    {
        $table = $this->rows->beginning($project, self::NAMED_BY);

        return UsualName::pattern($table, $this->kinds->byKey($project, $table), $project->design()->linkedColumns());
    }

    /** @return array{Run|null, list<ChosenFormat>} the last run that made such, and what it made */
    private function last(Project $project, ?string $output): array
    {
        foreach ($this->entities->getRepository(Run::class)->findBy(['project' => $project], ['number' => 'DESC'], self::LOOKED) as $run) {
            $choices = array_values(array_filter(array_map($this->outputs->choice(...), $run->choices())));
            $made = isset($choices[0]) && null !== $choices[0]->output->page() ? $choices[0]->output::id() : null;
            if ($made === $output) {
                return [$run, $choices];
            }
        }

        return [null, []];
    }

    /** @throws RunOrderException */
    public function plan(Project $project, RunOrder $order): RunPlan
    {
        if (0 === $project->rowCount()) {
            throw new RunOrderException(new Message('press.no_rows.error'));
        }
        $this->check($project, $order);
        [$picked, $pattern] = $this->read($project, $order);
        $file = mb_strcut(SafeName::of($order->file), 0, self::MAX_NAME, 'UTF-8');
        if ('' === $file) {
            throw new RunOrderException(new Message('press.error.no_file_name'));
        }
        $naming = new Naming($pattern, $order->plainNames, $order->nameBytes, Time::at()->format('Y-m-d'));
        $names = new FileNames($naming, $project->design()->locale, $project->rowCount());
        $pieces = [];
        $table = $this->rows->table($project);
        $skipped = $table->skipped();
        // Names are dealt out over all rows, so that none changes because another is switched off.
        foreach ($table->records() as $row) {
            $name = $names->next($row);
            if (isset($picked[$row->number]) && !isset($skipped[$row->number])) {
                $pieces[] = ['row' => $row, 'name' => $name];
            }
        }
        if ([] === $pieces) {
            throw new RunOrderException(new Message('press.error.no_active_rows'));
        }
        $wanted = $this->wanted($project, $order, $pieces);
        $this->checkFormats($project, $order, array_column($wanted, 'row'));
        $clashes = array_diff_key(array_intersect_key($names->clashes(), $picked), $skipped);

        return new RunPlan($order, $wanted, $clashes, $file, \count($pieces) - \count($wanted));
    }

    /**
     * @param list<array{row: Record, name: string}> $pieces
     *
     * @return list<array{row: Record, name: string}>
     */
    private function wanted(Project $project, RunOrder $order, array $pieces): array
    {
        if (RowChoice::Changed === $order->which) {
            $input = $this->inputs->namer($project, ChosenFormat::arrays($order->choices), $this->sizes->get($project));
            $inputs = array_map(static fn (array $piece): string => $input($piece['row'], $piece['name']), $pieces);
            $made = $this->pieces->made($project, $inputs);
            $wanted = array_filter($pieces, static fn (int $i): bool => !isset($made[$inputs[$i]]), \ARRAY_FILTER_USE_KEY);
            if ([] === $wanted) {
                throw new RunOrderException(new Message('press.error.nothing_changed'));
            }

            return array_values($wanted);
        }
        if (RowChoice::InOrder === $order->which) {
            $bad = $this->warnings->rows($project, array_column($pieces, 'row'));
            $wanted = array_filter($pieces, static fn (array $piece): bool => !isset($bad[$piece['row']->number]));
            if ([] === $wanted) {
                throw new RunOrderException(new Message('press.error.all_have_warnings'));
            }

            return array_values($wanted);
        }

        return $pieces;
    }

    /** @throws RunOrderException */
    private function check(Project $project, RunOrder $order): void
    {
        if (mb_strlen($order->rows) > self::MAX_WRITTEN || mb_strlen($order->name) > 2_000) {
            throw new RunOrderException(new Message('press.error.too_long'));
        }
        $keys = array_map(static fn (Column $column): string => $column->key, $project->columns());
        foreach ($order->choices as $choice) {
            if (null !== $choice->by() && !\in_array($choice->by(), $keys, true)) {
                throw new RunOrderException(new Message('press.error.no_by'));
            }
        }
        $this->checkFormats($project, $order, []);
    }

    /**
     * @param list<Record> $rows of all pieces, once they are known
     *
     * @throws RunOrderException
     */
    private function checkFormats(Project $project, RunOrder $order, array $rows): void
    {
        foreach ($order->choices as $choice) {
            $trouble = $choice->trouble($project->design(), $rows);
            if (null !== $trouble) {
                throw new RunOrderException($trouble);
            }
        }
    }

    /**
     * @return array{array<int, int>, Pattern} rows that are picked, by number, and how files are called
     *
     * @throws RunOrderException
     */
    private function read(Project $project, RunOrder $order): array
    {
        try {
            $said = RowChoice::Some === $order->which ? $order->rows : '';
            $picked = array_flip(RowSelection::parse($said, $project->rowCount())->numbers($project->rowCount()));
            $pattern = Pattern::parse($order->name, $project->design()->locale);
        } catch (TableException | PatternException $e) {
            throw new RunOrderException(Message::why($e), 0, $e);
        }
        if ([] !== ($unknown = $pattern->unknownColumns($this->known($project)))) {
            throw new RunOrderException(new Message('press.error.unknown_column', [
                'columns' => array_map(static fn (string $key): string => "“{$key}”", $unknown),
            ]));
        }

        return [$picked, $pattern];
    }

    /** @return list<string> what names can say */
    private function known(Project $project): array
    {
        return [...array_map(static fn (Column $column): string => $column->key, $project->columns()), ...array_keys(Naming::MORE)];
    }
}
