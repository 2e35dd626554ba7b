<?php

declare(strict_types=1);

namespace Morphea\App\Proof;

use Morphea\App\Entity\Project;
use Morphea\App\Open\Opener;
use Morphea\App\Open\OpenProject;
use Morphea\App\Tables\TableRows;
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
