<?php

declare(strict_types=1);

namespace Morphea\App\Deliver;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Entity\LinkSet;
use Morphea\App\Entity\Project;
use Morphea\App\Tables\TableRows;
use Morphea\Core\Data\Row;

/** The one page of a project on which people look for their own piece, where its owner wants one. */
final readonly class LinkSets
{
    /** Letters that have to be known, and people that are shown at the most: nobody can read the list off it. */
    private const LETTERS = 3;
    private const SHOWN = 5;

    public function __construct(private EntityManagerInterface $entities, private TableRows $tables, private Links $links)
    {
    }

    public function of(Project $project): ?LinkSet
    {
        return $this->entities->find(LinkSet::class, $project->id());
    }

    public function find(string $token): ?LinkSet
    {
        return $this->entities->getRepository(LinkSet::class)->findOneBy(['token' => $token]);
    }

    public function open(Project $project, string $column): LinkSet
    {
        $set = $this->of($project) ?? new LinkSet($project, Links::token(), $column);
        $set->by($column);
        $this->entities->persist($set);
        $this->entities->flush();

        return $set;
    }

    public function close(Project $project): void
    {
        $set = $this->of($project);
        if (null !== $set) {
            $this->entities->remove($set);
            $this->entities->flush();
        }
    }

    /**
     * Whose cell begins a word with what was said, letter case and accents aside.
     *
     * @return list<array{name: string, page: string}>|null null where too little was said
     */
    public function search(LinkSet $set, string $said): ?array
    {
        $wanted = self::plain($said);
        if (mb_strlen($wanted) < self::LETTERS) {
            return null;
        }
        $project = $set->project();
        $table = $this->tables->table($project);
        if (!$table->has($set->column())) {
            return [];
        }
        $place = $table->place($set->column());
        $hits = array_filter(
            $table->rows,
            static fn (Row $row): bool => str_contains(' ' . self::plain($row->cells[$place]), " $wanted"),
        );
        $pages = $this->links->of($project, array_values(array_map(static fn (Row $row): int => $row->id, $hits)));
        $found = [];
        foreach ($hits as $row) {
            if (isset($pages[$row->id]) && \count($found) < self::SHOWN) {
                $found[] = ['name' => $row->cells[$place], 'page' => $pages[$row->id]];
            }
        }

        return $found;
    }

    private static function plain(string $words): string
    {
        $plain = \Normalizer::normalize(mb_strtolower(trim($words), 'UTF-8'), \Normalizer::FORM_D);

        return (string) preg_replace(['/\p{Mn}/u', '/[^\p{L}\p{N}]+/u'], ['', ' '], (string) $plain);
    }
}
