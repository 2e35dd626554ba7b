<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Links;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Platform\Account\SecretToken;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\Core\Table\Data\Row;

/** The page of a project on which people look for their own piece, if its owner offers one. */
final readonly class LinkSets
{
    /** Characters of a part of a name that have to be known, beside the second thing. */
    private const PART = 3;
    /** Pages of people of one and the same name that are shown at the most. */
    private const SHOWN = 5;

    public function __construct(private EntityManagerInterface $entities, private TableRows $tables, private Links $links)
    {
    }

    public function get(Project $project): ?LinkSet
    {
        return $this->entities->find(LinkSet::class, $project->id());
    }

    public function find(string $token): ?LinkSet
    {
        return $this->entities->getRepository(LinkSet::class)->findOneBy(['token' => $token]);
    }

    /** @param string $second key of a column; empty where the whole name is asked for */
    public function open(Project $project, string $column, string $second): LinkSet
    {
        $set = $this->get($project) ?? new LinkSet($project, SecretToken::generate(), $column);
        $set->by($column, $second === $column ? '' : $second);
        $this->entities->persist($set);
        $this->entities->flush();

        return $set;
    }

    public function close(Project $project): void
    {
        $set = $this->get($project);
        if (null !== $set) {
            $this->entities->remove($set);
            $this->entities->flush();
        }
    }

    /**
     * Finds rows by exact name, ignoring case and accents, or, with a second detail, by part of the name and that exact
     * detail. The list of names cannot be read from it, and only what was typed is shown.
     *
     * @return list<string>|null pages; null where too little was said
     */
    public function search(LinkSet $set, string $said, string $second): ?array
    {
        $wanted = self::plain($said);
        $project = $set->project();
        $table = $this->tables->table($project);
        $asksTwo = '' !== $set->second() && $table->has($set->second());
        if (mb_strlen($wanted) < ($asksTwo ? self::PART : 1) || ($asksTwo && '' === self::plain($second))) {
            return null;
        }
        // A column that is asked for and went lets nobody in by less.
        if (!$table->has($set->column()) || ('' !== $set->second() && !$asksTwo)) {
            return [];
        }
        $place = $table->place($set->column());
        $hits = array_filter($table->rows, static fn (Row $row): bool => $asksTwo
            ? self::plain($row->cells[$table->place($set->second())]) === self::plain($second) &&
                str_contains(' ' . self::plain($row->cells[$place]), " $wanted")
            : self::plain($row->cells[$place]) === $wanted);
        $pages = $this->links->paths($project, array_values(array_map(static fn (Row $row): int => $row->id, $hits)));

        return \array_slice(array_values($pages), 0, self::SHOWN);
    }

    private static function plain(string $words): string
    {
        $plain = \Normalizer::normalize(mb_strtolower(trim($words), 'UTF-8'), \Normalizer::FORM_D);

        return (string) preg_replace(['/\p{Mn}/u', '/[^\p{L}\p{N}]+/u'], ['', ' '], (string) $plain);
    }
}
