<?php

declare(strict_types=1);

namespace Morphea\App\Proof;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Entity\Project;
use Morphea\App\Open\Opener;
use Morphea\App\Open\OpenProject;
use Morphea\App\Open\RowInputs;
use Morphea\App\Tables\TableRows;
use Morphea\Core\Data\Record;
use Morphea\Core\Proof\Finding;
use Morphea\Core\Proof\FindingKind;
use Morphea\Core\Proof\Proof;
use Morphea\Core\Proof\Severity;
use Morphea\Core\Proof\WholeSet;

/**
 * Looks at the rows of a project that changed since they were looked at: themselves, or what their pieces are made of
 * besides. May be ended anywhere: what was looked at by then is kept.
 */
final readonly class Looker
{
    /** Rows that are written down at once. */
    private const AT_ONCE = 25;

    public function __construct(
        private Opener $opener,
        private TableRows $rows,
        private RowInputs $inputs,
        private ProofTable $table,
        private EntityManagerInterface $entities,
    ) {
    }

    /** @return array<int, array{Record, string}> rows to be looked at with the names of their inputs, by row id */
    public function waiting(Project $project): array
    {
        $open = $this->opener->page($project);
        $inputs = $this->inputs->of($project, [], $open->even);
        $known = $this->table->known($project);
        $waiting = [];
        foreach ($this->rows->active($project) as $row) {
            $name = $inputs($row, '');
            if (null !== $row->id && $name !== ($known[$row->id]['inputs'] ?? null)) {
                $waiting[$row->id] = [$row, $name];
            }
        }

        return $waiting;
    }

    /**
     * @param array<int, array{Record, string}> $waiting
     * @param (\Closure(int): void)|null        $told    how many are done
     */
    public function look(Project $project, array $waiting, ?\Closure $told = null): void
    {
        $open = $this->opener->page($project);
        $state = $project->state();
        $looked = [];
        $done = 0;
        foreach ($waiting as $id => [$row, $inputs]) {
            $looked[] = $this->row($open, $id, $row, $inputs);
            if (\count($looked) >= self::AT_ONCE) {
                $this->table->keep($project, $looked);
                $looked = [];
            }
            null === $told || $told(++$done);
        }
        $this->table->keep($project, $looked);
        $numbers = [];
        foreach ($this->rows->active($project) as $row) {
            $numbers[(int) $row->id] = $row->number;
        }
        $this->table->settle($project, $numbers);
        $project->setProofed($state);
        $this->entities->flush();
    }

    private function row(OpenProject $open, int $id, Record $row, string $inputs): Looked
    {
        try {
            $sides = $findings = [];
            foreach (array_keys($open->template->sides) as $side) {
                $sides[] = $laid = $open->lay($row, $side);
                array_push($findings, ...$open->findings($laid, $side));
            }

            return new Looked($id, $row->number, $inputs, Proof::worstFirst($findings), WholeSet::facts($sides));
        } catch (\Throwable $e) {
            // One row that cannot be laid out is that row's finding; all others are looked at.
            $why = 'cannot be laid out: ' . mb_strimwidth($e->getMessage(), 0, 300, '…', 'UTF-8');
            $finding = new Finding(FindingKind::Unchecked, Severity::CannotBeMade, '', 'The piece', $why);

            return new Looked($id, $row->number, $inputs, [$finding], ['drawn' => "row $id", 'sizes' => []]);
        }
    }
}
