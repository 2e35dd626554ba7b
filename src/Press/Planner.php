<?php

declare(strict_types=1);

namespace Morphea\App\Press;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Entity\Project;
use Morphea\App\Entity\Run;
use Morphea\App\Making\Outputs;
use Morphea\App\Tables\TableRows;
use Morphea\Core\Data\Column;
use Morphea\Core\Data\RowSelection;
use Morphea\Core\Data\TableError;
use Morphea\Core\Naming\SafeName;
use Morphea\Core\Pattern\Pattern;
use Morphea\Core\Pattern\PatternError;
use Morphea\Core\Press\FileNames;

/** From an order to a plan: which rows, under which names. */
final readonly class Planner
{
    private const MAX_WRITTEN = 2_000;

    public function __construct(private TableRows $rows, private EntityManagerInterface $entities, private Outputs $outputs)
    {
    }

    /** The order people most likely want: the format and names of the last run, all rows; at first one PDF, named by the first column. */
    public function usual(Project $project): Order
    {
        $keys = array_map(static fn (Column $c): string => $c->key, $project->columns());
        $last = $this->entities->getRepository(Run::class)->findOneBy(['project' => $project], ['number' => 'DESC']);
        if (null !== $last && [] === Pattern::parse($last->namePattern())->unknownColumns($keys)) {
            return new Order(
                $this->outputs->find($last->output()) ?? $this->outputs->usual($project->template()),
                '',
                $last->namePattern(),
                $last->fileName(),
                $last->bleed(),
            );
        }
        $first = array_values(array_intersect($project->template()->linkedColumns(), $keys))[0] ?? ($keys[0] ?? null);
        $file = SafeName::of(mb_strtolower(str_replace(' ', '-', $project->name()), 'UTF-8'));

        return new Order(
            $this->outputs->find($last?->output() ?? '') ?? $this->outputs->usual($project->template()),
            '',
            null === $first ? '' : Pattern::column($first),
            '' === $file ? 'pieces' : $file,
        );
    }

    /** @throws OrderError */
    public function plan(Project $project, Order $order): Plan
    {
        if (0 === $project->rowCount()) {
            throw new OrderError('There are no rows yet. Bring a table first.');
        }
        if (mb_strlen($order->rows . $order->name) > self::MAX_WRITTEN) {
            throw new OrderError('The rows or the names are written too long.');
        }
        $keys = array_map(static fn (Column $c): string => $c->key, $project->columns());
        try {
            $picked = array_flip(RowSelection::parse($order->rows, $project->rowCount())->of($project->rowCount()));
            $pattern = Pattern::parse($order->name, $project->template()->locale);
        } catch (TableError | PatternError $e) {
            throw new OrderError($e->getMessage(), 0, $e);
        }
        if ([] !== ($unknown = $pattern->unknownColumns($keys))) {
            throw new OrderError(
                \sprintf(
                    'The file names use the column “%s”, which the table has not. Pick another one.',
                    implode('”, “', $unknown),
                ),
            );
        }
        $file = SafeName::of($order->file);
        if ('' === $file) {
            throw new OrderError('Say what the finished file is to be called.');
        }
        $names = new FileNames($pattern, $project->template()->locale);
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
            throw new OrderError(
                'All of these rows are switched off, or are drafts that nobody has accepted. Switch some on in Rows.',
            );
        }

        $clashes = array_diff_key(array_intersect_key($names->clashes(), $picked), $skipped);

        return new Plan($pieces, $clashes, mb_strcut($file, 0, 100, 'UTF-8'));
    }
}
