<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Model;

use Morphea\Core\Design\Properties\Choice;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Design\Properties\Group;
use Morphea\Core\Design\Properties\Percentage;
use Morphea\Core\Design\Properties\Text;
use Morphea\Core\Design\Properties\Toggle;
use Morphea\Core\Design\Styles\Content;
use Morphea\Core\Design\Styles\LayerUse;
use Morphea\Core\Message;

/**
 * One layer of a page. `opacity` runs from 0 to 1; layers with the same `group` are selected together; only layers with
 * the use `print` are produced.
 */
abstract readonly class Layer
{
    public const NAME = '/^[a-z0-9][a-z0-9-]*$/';

    public function __construct(
        #[Text('id', 40, self::NAME)]
        public string $id,
        #[Text('name', 60)]
        public string $name,
        #[Group('place')]
        public Frame $frame,
        #[Percentage('opacity')]
        public float $opacity,
        #[Toggle('lock')]
        public bool $locked,
        #[Toggle('visibility')]
        public bool $hidden,
        #[Text('group', 40, self::NAME)]
        public ?string $group = null,
        #[Choice('use')]
        public LayerUse $use = LayerUse::Print,
        /** When it is seen, in a design with scenes; null for always. */
        #[Group('time')]
        public ?Stay $stay = null,
    ) {
    }

    abstract public function kind(): LayerKind;

    /**
     * @template T
     *
     * @param LayerVisitor<T> $visitor
     *
     * @return T
     */
    abstract public function accept(LayerVisitor $visitor): mixed;

    /** Whether it differs from row to row. */
    public function isPlaceholder(): bool
    {
        return [] !== $this->columns();
    }

    /** Whether it depends on the row's number. */
    public function isDealt(): bool
    {
        return false;
    }

    /** @return list<string> keys of the columns it shows */
    public function columns(): array
    {
        return $this->content()?->pattern->columns() ?? [];
    }

    /** The text and columns it shows; null if it shows none. */
    public function content(): ?Content
    {
        return null;
    }

    /**
     * The properties, as in the file format, that change its text and columns.
     *
     * @return non-empty-array<string, mixed>
     *
     * @throws DesignException where it can show none
     */
    public function showing(Content $content): array
    {
        throw new DesignException($this->name, new Message('design.wrong.shows_no_column'));
    }

    /**
     * Whether it may be stretched in one direction without looking distorted.
     *
     * @param bool $whole it runs over all of the page
     */
    public function stretches(bool $whole): bool
    {
        return false;
    }

    /** Whether the layers below move up into its place when it is empty. */
    public function pullsUp(): bool
    {
        return false;
    }

    /** @return list<string> names of the pictures it may show whatever the rows say */
    public function pictures(): array
    {
        return [];
    }
}
