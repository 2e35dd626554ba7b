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
 * One thing on a page. `opacity` runs from 0 to 1; layers with the same `group` are taken hold of together; only those
 * of use `print` are made.
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

    /** Whether what it shows changes from row to row. */
    public function isPlaceholder(): bool
    {
        return [] !== $this->columns();
    }

    /** Whether what it shows follows from the number of the row. */
    public function isDealt(): bool
    {
        return false;
    }

    /** @return list<string> keys of the columns it shows */
    public function columns(): array
    {
        return $this->content()?->pattern->columns() ?? [];
    }

    /** The words and columns it shows; null where it shows none. */
    public function content(): ?Content
    {
        return null;
    }

    /**
     * The values, as in the file format, with which it shows other words and columns.
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
     * Whether it may be made longer one way without looking bent.
     *
     * @param bool $whole it runs over all of the page
     */
    public function stretches(bool $whole): bool
    {
        return false;
    }

    /** Whether what stands below it moves up into its place when it shows nothing. */
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
