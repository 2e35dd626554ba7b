<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

use Morphea\Core\Checks\HandWork;
use Morphea\Core\Design\Edits\TouchUp;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Rendering\Layout\TouchUps;
use Morphea\Core\Table\Data\Table;

/**
 * The content of a .morphea file: a design, pictures, fonts, and rows if there are any. The file must stay in place as
 * long as pictures are read from it.
 */
final readonly class MorpheaFile
{
    /**
     * @param list<FontFile>       $fonts its owner's own
     * @param array<int, HandWork> $hands what was done by hand about its rows, by their ids
     */
    public function __construct(
        public Design $design,
        public PictureShelf $pictures,
        public ?Table $table,
        public array $fonts = [],
        public array $hands = [],
    ) {
    }

    public function named(string $name): self
    {
        return new self($this->design->named($name), $this->pictures, $this->table, $this->fonts, $this->hands);
    }

    public function withDesign(Design $design): self
    {
        return new self($design, $this->pictures, $this->table, $this->fonts, $this->hands);
    }

    public function touchUps(): TouchUps
    {
        return new TouchUps(array_filter(array_map(static fn (HandWork $work): ?TouchUp => $work->touch, $this->hands)));
    }

    public function withoutRows(): self
    {
        return new self($this->design, $this->pictures, null, $this->fonts);
    }
}
