<?php

declare(strict_types=1);

namespace Morphea\App\Proof;

use Morphea\App\Entity\Project;
use Morphea\App\Open\Opener;
use Morphea\App\Open\OpenProject;
use Morphea\App\Tables\TableRows;
use Morphea\Core\Data\Column;
use Morphea\Core\Data\Record;
use Morphea\Core\Proof\Finding;
use Morphea\Core\Proof\Severity;

/** Pieces as they lie on the light table. */
final readonly class LightTable
{
    public function __construct(private ProofTable $table, private Opener $opener, private TableRows $rows)
    {
    }

    /**
     * @return list<array{number: int, name: string, bad: int, tone: string, says: string, count: int, layer: string,
     *     findings: list<Finding>, pictures: list<string>}>
     */
    public function cards(Project $project, Sieve $sieve, int $from, int $count): array
    {
        $open = $this->opener->page($project);
        $named = $open->template->linkedColumns()[0] ?? '';
        $cards = [];
        foreach ($this->table->page($project, $sieve, $from, $count) as $found) {
            $row = $this->rows->row($project, $found['number']);
            if (null === $row) {
                continue;
            }
            $worth = array_values(array_filter($found['findings'], static fn (Finding $one): bool => Severity::Note !== $one->severity));
            $worst = $worth[0] ?? null;
            $cards[] = [
                'number' => $found['number'],
                'name' => trim($row->cells[$named] ?? ''),
                'bad' => $found['bad'],
                'tone' => self::tone($worst?->severity),
                'says' => $worst->sentence ?? 'in order',
                'count' => \count($worth),
                'layer' => $worst->layer ?? '',
                'findings' => $found['findings'],
                'pictures' => $this->pictures($open, $row),
            ];
        }

        return $cards;
    }

    /**
     * One piece with all that was found about it, in the order of its marks.
     *
     * @return array{number: int, rowId: int, findings: list<Finding>, marks: list<list<array{mark: int, tone: string, left: float,
     *     top: float, width: float, height: float}>>, pictures: list<string>, cells: list<array{letter: string, key: string,
     *     heading: string, value: string, made: bool}>}|null null where there is none; marks by side, in percent of it
     */
    public function piece(Project $project, int $number): ?array
    {
        $found = $this->table->of($project, $number);
        $row = null === $found ? null : $this->rows->row($project, $number);
        if (null === $found || null === $row) {
            return null;
        }
        $open = $this->opener->page($project);
        $template = $open->template;
        $marks = array_fill(0, \count($template->sides), []);
        foreach ($found['findings'] as $i => $finding) {
            $box = $finding->box;
            if (null !== $box) {
                $marks[$template->sideOf($finding->layer)][] = [
                    'mark' => $i + 1,
                    'tone' => self::tone($finding->severity),
                    'left' => 100 * max(0.0, $box->left) / $template->width,
                    'top' => 100 * max(0.0, $box->top) / $template->height,
                    'width' => 100 * (min($box->right, $template->width) - max(0.0, $box->left)) / $template->width,
                    'height' => 100 * (min($box->bottom, $template->height) - max(0.0, $box->top)) / $template->height,
                ];
            }
        }
        $cells = array_map(static fn (Column $column): array => [
            'letter' => $column->letter(),
            'key' => $column->key,
            'heading' => $column->heading,
            'value' => $row->cells[$column->key] ?? '',
            'made' => null !== $column->recipe,
        ], $project->columns());

        return [
            'number' => $number,
            'rowId' => $found['rowId'],
            'findings' => $found['findings'],
            'marks' => $marks,
            'pictures' => $this->pictures($open, $row),
            'cells' => $cells,
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

    /** @return list<string> one a side; what cannot be drawn is empty, and its finding says why */
    private function pictures(OpenProject $open, Record $row): array
    {
        try {
            return $open->thumbnails($row);
        } catch (\Throwable) {
            return [''];
        }
    }
}
