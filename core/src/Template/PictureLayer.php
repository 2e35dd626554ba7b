<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

use Morphea\Core\Pattern\Pattern;

/** A picture of the project in a frame: always the same one, by its name, or the one a pattern of columns names. */
final readonly class PictureLayer extends Layer
{
    public function __construct(
        string $id,
        string $name,
        Frame $frame,
        float $opacity,
        bool $locked,
        bool $hidden,
        /** The name of a fixed picture, or the pattern that names one for each row. */
        public string|Pattern $source,
        public PictureFit $fit,
        public FrameShape $shape = new FrameShape(),
        /** Where in the frame the picture stands when it does not cover it. */
        public Align $align = Align::Centre,
        public VerticalAlign $verticalAlign = VerticalAlign::Middle,
        public PictureLook $look = new PictureLook(),
        public ?Outline $border = null,
        public ?Shadow $shadow = null,
        public PictureRule $empty = new PictureRule(),
        public PictureRule $missing = new PictureRule(PictureInstead::Refuse),
        ?string $group = null,
        LayerUse $use = LayerUse::Print,
    ) {
        parent::__construct($id, $name, $frame, $opacity, $locked, $hidden, $group, $use);
    }

    public function columns(): array
    {
        return $this->source instanceof Pattern ? $this->source->columns() : [];
    }

    /** @return list<string> names of the pictures it may show whatever the rows say */
    public function assets(): array
    {
        return array_values(
            array_filter(
                [\is_string($this->source) ? $this->source : null, $this->empty->other, $this->missing->other],
                static fn (?string $name): bool => null !== $name,
            ),
        );
    }
}
