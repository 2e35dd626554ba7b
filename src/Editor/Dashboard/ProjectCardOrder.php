<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Dashboard;

/** The order in which a member sees their projects. */
enum ProjectCardOrder: string
{
    case Changed = 'changed';
    case Name = 'name';
    case Rows = 'rows';

    /** @return array<string, string> words by value */
    public static function labels(): array
    {
        return [
            self::Changed->value => 'last changed first',
            self::Name->value => 'by name',
            self::Rows->value => 'most rows first',
        ];
    }

    /**
     * @param list<ProjectCard> $cards the last changed first
     *
     * @return list<ProjectCard>
     */
    public function sorted(array $cards): array
    {
        if (self::Name === $this) {
            $collator = new \Collator('en');
            $collator->setAttribute(\Collator::NUMERIC_COLLATION, \Collator::ON);
            usort($cards, static fn (ProjectCard $a, ProjectCard $b): int => (int) $collator->compare($a->name, $b->name));
        } elseif (self::Rows === $this) {
            usort($cards, static fn (ProjectCard $a, ProjectCard $b): int => $b->project->rowCount() <=> $a->project->rowCount());
        }

        return $cards;
    }
}
