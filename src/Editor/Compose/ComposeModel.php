<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Compose;

/** Everything the Compose screen shows. */
final readonly class ComposeModel
{
    /** @param array<string, mixed> $picture what the rule line of a picture says besides, as PictureView has it */
    public function __construct(
        public DesignView $design,
        public StageView $stage,
        public SelectionView $selection,
        public array $picture,
    ) {
    }

    /** @return array<string, mixed> what its templates name */
    public function forTemplate(): array
    {
        return get_object_vars($this->design) + get_object_vars($this->stage) + get_object_vars($this->selection) + $this->picture;
    }
}
