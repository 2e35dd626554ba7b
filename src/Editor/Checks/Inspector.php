<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Checks;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Platform\Files\StoreUnavailableException;
use Morphea\App\Project\Context\OpenProject;
use Morphea\App\Project\Context\ProjectOpener;
use Morphea\App\Project\Context\RowInputs;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\ProjectColumnKinds;
use Morphea\App\Project\Tables\TableRows;
use Morphea\Core\Checks\Acceptance;
use Morphea\Core\Checks\CellKinds;
use Morphea\Core\Checks\Proof;
use Morphea\Core\Checks\Severity;
use Morphea\Core\Checks\UnfilledCheck;
use Morphea\Core\Checks\Warning;
use Morphea\Core\Checks\WarningKind;
use Morphea\Core\Checks\WholeSet;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Message;
use Morphea\Core\Output\FileNames\FileNames;
use Morphea\Core\Output\FileNames\Naming;
use Morphea\Core\Output\FileNames\UsualName;
use Morphea\Core\Table\Data\Record;
use Morphea\Core\Table\Patterns\Pattern;

/**
 * Checks the rows of a project that changed, or whose design or pictures changed. Checks of the layout run first and
 * fill the table; checks of pixels follow. It may be stopped at any time: finished checks are kept.
 */
final readonly class Inspector
{
    /** Rows that are written down at once. */
    private const AT_ONCE = 25;
    /** Share of rows. */
    private const ALIKE = 0.1;
    /** Rows that tell which column names files best. */
    private const NAMED_BY = 500;

    public function __construct(
        private ProjectOpener $opener,
        private TableRows $rows,
        private RowInputs $inputs,
        private ProofRecorder $recorder,
        private EntityManagerInterface $entities,
        private RunHistory $runs,
        private ProjectColumnKinds $kinds,
    ) {
    }

    /** Whether everything known about a project is up to date. */
    public function isCurrent(Project $project): bool
    {
        return $project->isProofed($this->inputs->state($project));
    }

    public function waiting(Project $project): PendingRows
    {
        $inputs = $this->inputs->namer($project, [], $this->opener->page($project)->even);
        $known = $this->recorder->known($project);
        $names = $this->names($project);
        $rows = $unseen = $numbers = [];
        foreach ($this->rows->active($project) as $row) {
            $id = (int) $row->id;
            $numbers[$id] = $row->number;
            $names->next($row);
            $name = $inputs($row, '');
            if ($name !== ($known[$id]['inputs'] ?? null)) {
                $rows[$id] = [$row, $name];
            } elseif (!$known[$id]['seen']) {
                $unseen[$id] = [$row, $name];
            }
        }

        // Where most are called alike, and nobody said how they are called, they will be called otherwise.
        $clashes = \count($names->clashes()) > self::ALIKE * \count($numbers) ? [] : $names->clashes();

        return new PendingRows($this->inputs->state($project), $rows, $unseen, $numbers, $clashes);
    }

    /** The file names of the newest run, or else the default ones. */
    private function names(Project $project): FileNames
    {
        $locale = $project->design()->locale;
        $naming = $this->runs->naming($project);
        if (null === $naming) {
            $table = $this->rows->beginning($project, self::NAMED_BY);
            $usual = UsualName::pattern($table, $this->kinds->byKey($project, $table), $project->design()->linkedColumns());
            $naming = new Naming(Pattern::parse($usual, $locale), false, 120, Time::at()->format('Y-m-d'));
        }

        return new FileNames($naming, $locale, $project->rowCount());
    }

    /**
     * Runs the checks of the layout; `settle` or `pixels`, which includes it, follows.
     *
     * @param (\Closure(int): void)|null $told    how many are done
     * @param float                       $seconds that it may take; one row is looked at in any case
     *
     * @return bool whether all were looked at
     */
    public function layout(Project $project, PendingRows $waiting, ?\Closure $told = null, float $seconds = \INF): bool
    {
        $open = $this->opener->page($project);
        $until = Time::precise() + $seconds;
        $kinds = new CellKinds($this->kinds->get($project), $project->columns());
        $looked = [];
        $done = 0;
        foreach ($waiting->rows as $id => [$row, $inputs]) {
            if ($done > 0 && Time::precise() > $until) {
                break;
            }
            $looked[] = $this->row($open, $kinds, $id, $row, $inputs);
            if (\count($looked) >= self::AT_ONCE) {
                $this->recorder->keep($project, $looked);
                $looked = [];
            }
            ++$done;
            null === $told || $told($done);
        }
        $this->recorder->keep($project, $looked);

        return $done === \count($waiting->rows);
    }

    /** Runs the checks over all rows together and computes the severity of each. */
    public function settle(Project $project, PendingRows $waiting): void
    {
        $this->recorder->settle($project, $waiting);
    }

    /**
     * Runs the checks of pixels for rows whose layout was checked; then everything is up to date.
     *
     * @param (\Closure(int): void)|null $told    how many are done
     * @param float                       $seconds that it may take
     *
     * @return bool whether all were looked at
     */
    public function pixels(Project $project, PendingRows $waiting, ?\Closure $told = null, float $seconds = \INF): bool
    {
        $open = $this->opener->page($project);
        $until = Time::precise() + $seconds;
        $done = 0;
        foreach ($waiting->rows + $waiting->unseen as $id => [$row, $inputs]) {
            if (Time::precise() > $until) {
                break;
            }
            [$warnings, $contrasts] = $this->seen($open, $row);
            $this->recorder->seen($project, $id, $inputs, $warnings, $contrasts);
            ++$done;
            null === $told || $told($done);
        }
        $this->recorder->settle($project, $waiting);
        if ($done < $waiting->count()) {
            return false;
        }
        $project->setProofed($waiting->state);
        $this->entities->flush();

        return true;
    }

    private function row(OpenProject $open, CellKinds $kinds, int $id, Record $row, string $inputs): InspectedRow
    {
        $design = $open->piece($row);
        $layers = ['', ...array_map(static fn (Layer $layer): string => $layer->id, $design->layers())];
        $values = array_combine($layers, array_map(
            static fn (string $layer): string => Acceptance::value($design, $row, $layer),
            $layers,
        ));
        try {
            $pages = [];
            $warnings = $kinds->warnings($design, $row);
            foreach (array_keys($design->pages) as $page) {
                $pages[] = $laid = $open->lay($row, $page);
                array_push($warnings, ...$open->warnings($row, $laid, $page));
            }
            if (null !== ($unfilled = UnfilledCheck::warning($design, $pages))) {
                $warnings[] = $unfilled;
            }
            $touched = serialize($open->touchUps->find($row));
            $facts = WholeSet::facts($design, $pages, $touched);

            return new InspectedRow($id, $row->number, $inputs, Proof::worstFirst($warnings), $facts, $values);
        } catch (StoreUnavailableException $e) {
            throw $e;
        } catch (\Throwable $e) {
            // One row that cannot be laid out is that row's warning; all others are looked at.
            $why = new Message('warnings.not_laid_out', ['why' => Message::why($e)]);
            $warning = new Warning(WarningKind::Unchecked, Severity::CannotBeMade, '', new Message('warnings.piece'), $why);

            return new InspectedRow($id, $row->number, $inputs, [$warning], ['drawn' => "row $id", 'texts' => []], $values);
        }
    }

    /** @return array{list<Warning>, array<string, float>} and the contrasts that were measured, by layer */
    private function seen(OpenProject $open, Record $row): array
    {
        $warnings = $contrasts = [];
        try {
            foreach (array_keys($open->design->pages) as $page) {
                [$found, $measured] = $open->ofPixels($row, $open->lay($row, $page), $page);
                array_push($warnings, ...$found);
                $contrasts += $measured;
            }
        } catch (StoreUnavailableException $e) {
            throw $e;
        } catch (\Throwable $e) {
            // What nobody could look at is not in order.
            $why = new Message('warnings.no_pixels', ['why' => Message::why($e)]);
            $warnings[] = new Warning(WarningKind::Unchecked, Severity::LookAtIt, '', new Message('warnings.piece'), $why);
        }

        return [$warnings, $contrasts];
    }
}
