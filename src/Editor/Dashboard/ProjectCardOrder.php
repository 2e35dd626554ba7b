<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Dashboard;

/** The order of a member's projects. */
enum ProjectCardOrder: string
{
    case Changed = 'changed';
    case Name = 'name';
    case Rows = 'rows';

    /**
     * @param list<ProjectCard> $cards  the last changed first
     * @param string            $locale whose alphabet orders names
     *
     * @return list<ProjectCard>
     */
    public function sorted(array $cards, string $locale): array
    {
        if (self::Name === $this) {
            $collator = new \Collator($locale);
            $collator->setAttribute(\Collator::NUMERIC_COLLATION, \Collator::ON);
            usort($cards, static fn (ProjectCard $a, ProjectCard $b): int => (int) $collator->compare($a->name, $b->name));
        } elseif (self::Rows === $this) {
            usort($cards, static fn (ProjectCard $a, ProjectCard $b): int => $b->project->rowCount() <=> $a->project->rowCount());
        }

        return $cards;
    }
}
