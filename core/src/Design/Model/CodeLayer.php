<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Model;

use Morphea\Core\Design\Properties\Choice;
use Morphea\Core\Design\Properties\Colour;
use Morphea\Core\Design\Properties\OfPattern;
use Morphea\Core\Design\Properties\Toggle;
use Morphea\Core\Design\Styles\CodeKind;
use Morphea\Core\Design\Styles\Content;
use Morphea\Core\Design\Styles\Correction;
use Morphea\Core\Design\Styles\LayerUse;
use Morphea\Core\Table\Patterns\Pattern;

/**
 * A barcode or QR code whose value comes from a pattern. `words` prints a barcode's value below it; without `ground` the
 * background shows through.
 */
final readonly class CodeLayer extends Layer
{
    private const MOST_LETTERS = 5_000;

    public function __construct(
        string $id,
        string $name,
        Frame $frame,
        float $opacity,
        bool $locked,
        bool $hidden,
        #[OfPattern('words', self::MOST_LETTERS)]
        public Pattern $pattern,
        #[Choice('kind_of_code')]
        public CodeKind $code,
        #[Choice('error_correction')]
        public Correction $correction = Correction::Medium,
        #[Colour('colour')]
        public string $colour = '#000000',
        #[Colour('ground')]
        public ?string $ground = '#FFFFFF',
        #[Toggle('words_under_it')]
        public bool $words = true,
        ?string $group = null,
        LayerUse $use = LayerUse::Print,
        ?Stay $stay = null,
    ) {
        parent::__construct($id, $name, $frame, $opacity, $locked, $hidden, $group, $use, $stay);
    }

    public function kind(): LayerKind
    {
        return LayerKind::Code;
    }

    public function accept(LayerVisitor $visitor): mixed
    {
        return $visitor->code($this);
    }

    public function content(): Content
    {
        return Content::plain($this->pattern);
    }

    public function showing(Content $content): array
    {
        return ['pattern' => $content->pattern->source];
    }
}
