<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe\Field;

use Morphea\Core\Table\Data\TableException;

/**
 * One choice of a recipe, declared once, at the value itself: which control an editor has for it, what may be said, and how it
 * stands in files. Its words are in the catalogue `recipes`, under the names of the recipe and of the value: `split.at.label`.
 */
abstract readonly class Field
{
    protected const MOST_LETTERS = 2_000;
    protected const MOST_ENTRIES = 5_000;

    /** The control, by the name that the editor's script has for it. */
    abstract public function control(): string;

    /**
     * @param mixed  $said    as a form or the database has it; null where nothing was said
     * @param mixed  $default of the recipe
     * @param string $id      under which its words are: recipes.split.at
     *
     * @throws TableException in words
     */
    abstract public function read(mixed $said, mixed $default, string $locale, string $id): mixed;

    /** As it stands in files. */
    public function write(mixed $value): mixed
    {
        return $value;
    }

    /** As an editor shows it. */
    public function shown(mixed $value): mixed
    {
        return $this->write($value);
    }

    /**
     * @param string $id under which its words are
     *
     * @return array<string, mixed> what else the control has to know
     */
    public function more(string $id): array
    {
        return [];
    }

    protected static function text(mixed $said, mixed $default): string
    {
        return \is_scalar($said) ? mb_substr((string) $said, 0, self::MOST_LETTERS) : (\is_scalar($default) ? (string) $default : '');
    }
}
