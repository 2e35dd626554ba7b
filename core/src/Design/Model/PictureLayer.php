<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Model;

use Morphea\Core\Design\Properties\Choice;
use Morphea\Core\Design\Properties\Group;
use Morphea\Core\Design\Styles\Align;
use Morphea\Core\Design\Styles\Content;
use Morphea\Core\Design\Styles\Crop;
use Morphea\Core\Design\Styles\FrameKind;
use Morphea\Core\Design\Styles\GroundShade;
use Morphea\Core\Design\Styles\LayerUse;
use Morphea\Core\Design\Styles\OfSource;
use Morphea\Core\Design\Styles\Outline;
use Morphea\Core\Design\Styles\PictureFit;
use Morphea\Core\Design\Styles\PictureInstead;
use Morphea\Core\Design\Styles\PictureLook;
use Morphea\Core\Design\Styles\PictureRule;
use Morphea\Core\Design\Styles\Pool;
use Morphea\Core\Design\Styles\Shadow;
use Morphea\Core\Design\Styles\VerticalAlign;
use Morphea\Core\Design\Timing\ClipPlay;
use Morphea\Core\Design\Timing\Drift;
use Morphea\Core\Table\Patterns\Pattern;

/** A picture or clip in a frame: always the same one, the one named by a pattern of columns, or one from a pool. */
final readonly class PictureLayer extends Layer
{
    private const BLUR = 0.012;

    public function __construct(
        string $id,
        string $name,
        Frame $frame,
        float $opacity,
        bool $locked,
        bool $hidden,
        /** The name of a fixed picture, the pattern that names one for each row, or those that are dealt out. */
        #[OfSource('picture')]
        public string|Pattern|Pool $source,
        #[Choice('fit')]
        public PictureFit $fit,
        #[Group('shape')]
        public FrameShape $shape = new FrameShape(),
        /** Where in the frame the picture stands when it does not cover it. */
        #[Choice('alignment')]
        public Align $align = Align::Centre,
        #[Choice('alignment_in_height')]
        public VerticalAlign $verticalAlign = VerticalAlign::Middle,
        #[Group('colours')]
        public PictureLook $look = new PictureLook(),
        #[Group('border')]
        public ?Outline $border = null,
        #[Group('shadow')]
        public ?Shadow $shadow = null,
        #[Group('rule_for_empty')]
        public PictureRule $empty = new PictureRule(),
        #[Group('rule_for_missing')]
        public PictureRule $missing = new PictureRule(PictureInstead::Refuse),
        ?string $group = null,
        LayerUse $use = LayerUse::Print,
        ?Stay $stay = null,
        #[Group('drift')]
        public Drift $drift = new Drift(),
        #[Group('clip')]
        public ClipPlay $clip = new ClipPlay(),
        #[Choice('shade')]
        public GroundShade $shade = GroundShade::None,
        /** Null for what must stay in sight of the picture, wherever it is shown. */
        #[Group('crop')]
        public ?Crop $crop = null,
    ) {
        parent::__construct($id, $name, $frame, $opacity, $locked, $hidden, $group, $use, $stay);
    }

    /** The final treatment of its colours: behind text, it is blurred by at least a share of its frame. */
    public function shownLook(): PictureLook
    {
        $blur = GroundShade::Blurred === $this->shade ? self::BLUR * max($this->frame->width, $this->frame->height) : 0.0;

        return $blur <= $this->look->blur ? $this->look : new PictureLook(...['blur' => $blur] + get_object_vars($this->look));
    }

    public function kind(): LayerKind
    {
        return LayerKind::Picture;
    }

    public function accept(LayerVisitor $visitor): mixed
    {
        return $visitor->picture($this);
    }

    public function isPlaceholder(): bool
    {
        return $this->isDealt() || parent::isPlaceholder();
    }

    public function isDealt(): bool
    {
        return $this->source instanceof Pool;
    }

    public function content(): ?Content
    {
        return $this->source instanceof Pattern ? Content::plain($this->source) : null;
    }

    public function showing(Content $content): array
    {
        return ['picture' => null, 'pool' => null, 'pattern' => $content->pattern->source];
    }

    public function pictures(): array
    {
        return array_values(
            array_filter(
                [...$this->named(), $this->empty->other, $this->missing->other],
                static fn (?string $name): bool => null !== $name,
            ),
        );
    }

    /** @return list<string> */
    private function named(): array
    {
        return match (true) {
            \is_string($this->source) => [$this->source],
            $this->source instanceof Pool => $this->source->names,
            default => [],
        };
    }

    public function stretches(bool $whole): bool
    {
        return \in_array($this->shape->kind, [FrameKind::Rectangle, FrameKind::Rounded], true)
            && ($whole || PictureFit::Contain !== $this->fit);
    }
}
