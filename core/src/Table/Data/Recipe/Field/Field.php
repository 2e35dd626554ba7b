<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe\Field;

use Morphea\Core\Table\Data\TableException;

/**
 * One option of a recipe, declared once, at the constructor parameter that holds it: its control in the editor, its
 * valid values, and its place in files. Its labels are in the catalogue `recipes`, under the recipe and the option:
 * `split.at.label`.
 */
abstract readonly class Field
{
    protected const MOST_LETTERS = 2_000;
    protected const MOST_ENTRIES = 5_000;

    /** The control, by the name it has in the editor's script. */
    abstract public function control(): string;

    /**
     * @param mixed  $said    as a form or the database has it; null where nothing was said
     * @param mixed  $default of the recipe
     * @param string $id      under which its words are: recipes.split.at
     *
     * @throws TableException in words
     */
    abstract public function read(mixed $said, mixed $default, string $locale, string $id): mixed;

    /** As stored in files. */
    public function write(mixed $value): mixed
    {
        return $value;
    }

    /** As shown by an editor. */
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
