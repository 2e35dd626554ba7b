<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Checks;

use Morphea\App\Project\Context\OpenProject;
use Morphea\App\Project\Context\ProjectOpener;
use Morphea\App\Project\Context\SpecialRows;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\Core\Checks\Proof;
use Morphea\Core\Checks\Severity;
use Morphea\Core\Checks\Warning;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Layout\TouchUps;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Record;

/**
 * Pieces as shown on the light table.
 *
 * @phpstan-type Card array{number: int, rowId: int, name: string, tone: string, says: Message|string, count: int, layer: string,
 *     touched: bool, accepted: int, pictures: list<string>, special: string}
 */
final readonly class LightTable
{
    public function __construct(
        private ProofTable $table,
        private ProjectOpener $opener,
        private TableRows $rows,
        private SpecialRows $special,
    ) {
    }

    /** @return list<Card> */
    public function cards(Project $project, LightTableFilter $sieve, int $from, int $count): array
    {
        $open = $this->opener->page($project);
        if ($sieve->isOfLeft()) {
            return $this->left($project, $open, $from, $count);
        }
        $cards = [];
        foreach ($this->table->page($project, $sieve, $from, $count) as $found) {
            $row = $this->rows->row($project, $found->number);
            if (null !== $row) {
                $card = $this->card($open, $row, $found->worth(), \count($found->accepted));
                $again = ['tone' => 'quiet', 'says' => new Message('proof.card.checking'), 'count' => 0];
                $cards[] = $found->outdated ? $again + $card : $card;
            }
        }

        return $cards;
    }

    /** @return list<Card> the rows that are made up: of the widest values, and of the narrowest */
    public function madeUp(Project $project): array
    {
        $open = $this->opener->page($project);
        $cards = [];
        foreach (SpecialRows::NAMES as $number => $name) {
            $row = $this->special->row($project, $number);
            if (null !== $row) {
                $worth = array_filter($this->warnings($open, $row), static fn (Warning $one): bool => Severity::Note !== $one->severity);
                $cards[] = ['number' => $number, 'special' => $name, 'name' => $name] + $this->card($open, $row, array_values($worth), 0);
            }
        }

        return $cards;
    }

    /** @return list<int> of all that lie there, in order */
    public function numbers(Project $project, LightTableFilter $sieve): array
    {
        return $sieve->isOfLeft()
            ? array_keys($this->rows->inactive($project))
            : $this->table->numbers($project, $sieve);
    }

    /** The number of rows that are not made: left out, drafts or empty. */
    public function countLeft(Project $project): int
    {
        return $project->rowCount() - $project->activeRows();
    }

    /**
     * One piece with all its warnings, in the order of their marks.
     *
     * @return array{found: RowWarnings, marks: list<list<array{mark: int, tone: string, left: float, top: float, width: float,
     *     height: float}>>, pictures: list<string>, before: list<string>, touches: array<string, Message>, cells: list<array{
     *     letter: string, key: string, heading: string, value: string, made: bool}>, columns: array<string, list<string>>}|null
     *     null where there is none; marks by page, in percent of it; columns that layers show, by layer
     */
    public function piece(Project $project, int $number): ?array
    {
        $found = $this->table->find($project, $number);
        $row = null === $found ? null : $this->rows->row($project, $number);
        if (null === $found || null === $row) {
            return null;
        }
        $open = $this->opener->page($project);
        $design = $open->piece($row);
        $columns = [];
        foreach ($design->layers() as $layer) {
            $columns[$layer->id] = $layer->columns();
        }
        $touches = $open->touchUps->find($row)?->says($open->design) ?? [];

        return [
            'found' => $found,
            'marks' => self::marks($design, $found->open),
            'pictures' => $this->pictures($open, $row),
            'before' => [] === $touches ? [] : $this->pictures($open->with($open->design, new TouchUps()), $row),
            'touches' => $touches,
            'cells' => array_map(static fn (Column $column): array => [
                'letter' => $column->letter(),
                'key' => $column->key,
                'heading' => $column->heading,
                'value' => $row->cells[$column->key] ?? '',
                'made' => null !== $column->recipe,
            ], $project->columns()),
            'columns' => $columns,
        ];
    }

    public static function tone(?Severity $severity): string
    {
        return match ($severity) {
            Severity::CannotBeMade => 'bad',
            Severity::WillLookWrong, Severity::LookAtIt => 'look',
            default => 'ok',
        };
    }

    /**
     * @param list<Warning> $warnings
     *
     * @return list<list<array{mark: int, tone: string, left: float, top: float, width: float, height: float}>>
     */
    private static function marks(Design $design, array $warnings): array
    {
        $marks = array_fill(0, \count($design->pages), []);
        foreach ($warnings as $i => $warning) {
            $box = $warning->box;
            if (null !== $box) {
                [$left, $top] = [max(0.0, $box->left), max(0.0, $box->top)];
                $marks[$design->pageOf($warning->layer)][] = [
                    'mark' => $i + 1,
                    'tone' => self::tone($warning->severity),
                    'left' => 100 * $left / $design->width,
                    'top' => 100 * $top / $design->height,
                    'width' => 100 * max(0.0, min($box->right, $design->width) - $left) / $design->width,
                    'height' => 100 * max(0.0, min($box->bottom, $design->height) - $top) / $design->height,
                ];
            }
        }

        return $marks;
    }

    /**
     * @param list<Warning> $worth
     *
     * @return Card
     */
    private function card(
        OpenProject $open,
        Record $row,
        array $worth,
        int $accepted,
        Message $says = new Message('proof.card.no_warnings'),
    ): array {
        $worst = $worth[0] ?? null;
        $named = $open->design->linkedColumns()[0] ?? '';

        return [
            'number' => $row->number,
            'rowId' => (int) $row->id,
            'name' => trim($row->cells[$named] ?? ''),
            'tone' => self::tone($worst?->severity),
            'says' => $worst->sentence ?? $says,
            'count' => \count($worth),
            'layer' => $worst->layer ?? '',
            'touched' => null !== $open->touchUps->find($row),
            'accepted' => $accepted,
            'pictures' => $this->pictures($open, $row),
            'special' => '',
        ];
    }

    /** @return list<Card> rows that are not made */
    private function left(Project $project, OpenProject $open, int $from, int $count): array
    {
        $cards = [];
        foreach (\array_slice($this->rows->inactive($project), $from, $count, true) as $number => ['draft' => $draft, 'blank' => $blank]) {
            $row = $this->rows->row($project, $number);
            if (null !== $row) {
                $says = new Message('proof.card.' . ($blank ? 'empty_row' : ($draft ? 'draft' : 'off')));
                $cards[] = ['tone' => 'quiet'] + $this->card($open, $row, [], 0, $says);
            }
        }

        return $cards;
    }

    /** @return list<Warning> of a row that is in no table, by its layout */
    private function warnings(OpenProject $open, Record $row): array
    {
        $warnings = [];
        foreach (array_keys($open->design->pages) as $page) {
            array_push($warnings, ...$open->warnings($row, $open->lay($row, $page), $page));
        }

        return Proof::worstFirst($warnings);
    }

    /** @return list<string> one a page; what cannot be drawn is empty, and its warning says why */
    private function pictures(OpenProject $open, Record $row): array
    {
        try {
            return $open->thumbnails($row);
        } catch (\Throwable) {
            return [''];
        }
    }
}
