<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Model;

use Morphea\Core\Design\Properties\Group;
use Morphea\Core\Design\Properties\Number;
use Morphea\Core\Design\Properties\Text;
use Morphea\Core\Design\Styles\Content;
use Morphea\Core\Design\Styles\EmptyRule;
use Morphea\Core\Design\Styles\LayerUse;
use Morphea\Core\Design\Styles\OfContent;
use Morphea\Core\Design\Styles\TextEffects;
use Morphea\Core\Table\Patterns\Pattern;

/** A text on the page; it is a placeholder once its pattern names a column. */
final readonly class TextLayer extends Layer
{
    /** What a new text says until somebody types in it. */
    public const SAMPLE = 'Text';

    public Pattern $pattern;

    public function __construct(
        string $id,
        string $name,
        Frame $frame,
        float $opacity,
        bool $locked,
        bool $hidden,
        #[OfContent('words')]
        public Content $content,
        #[Group('style')]
        public TextStyle $style,
        #[Group('rule_for_too_long')]
        public FitRule $fit,
        #[Group('rule_for_empty')]
        public EmptyRule $empty,
        #[Group('effects')]
        public TextEffects $effects = new TextEffects(),
        /** Degrees the line bends by over the width of its frame: upwards in the middle, or downwards if below 0. */
        #[Number('bend', -350, 350)]
        public float $arc = 0.0,
        ?string $group = null,
        /** Words shown while there are no rows. */
        #[Text('sample_words', 500)]
        public ?string $sample = null,
        LayerUse $use = LayerUse::Print,
        ?Stay $stay = null,
    ) {
        parent::__construct($id, $name, $frame, $opacity, $locked, $hidden, $group, $use, $stay);
        $this->pattern = $content->pattern;
    }

    public function kind(): LayerKind
    {
        return LayerKind::Text;
    }

    public function accept(LayerVisitor $visitor): mixed
    {
        return $visitor->text($this);
    }

    public function content(): Content
    {
        return $this->content;
    }

    public function showing(Content $content): array
    {
        return ['content' => $content->toArray()];
    }

    public function stretches(bool $whole): bool
    {
        return true;
    }

    public function pullsUp(): bool
    {
        return $this->empty->pullsUp;
    }
}
