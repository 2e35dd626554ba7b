<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Text;

/** A run of a line in one font, direction and style. `advance`, `offset` and `shift` are in em of the text's size. */
final readonly class TextSpan
{
    /**
     * @param float $advance to the next run, letter spacing counted
     * @param float $offset  from where the run begins to where its letters do
     */
    public function __construct(
        public string $text,
        public FontFace $face,
        public bool $rightToLeft,
        public float $advance,
        public Inline $inline,
        public float $offset = 0.0,
    ) {
    }
}
