<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Styles\PictureLook;
use Morphea\Core\Design\Styles\Shadow;
use Morphea\Core\Design\Timing\ClipPlay;

/**
 * A picture of the project stretched to a box, clipped to an outline, with a border along the outline and a shadow of
 * the visible part.
 */
final readonly class PictureItem implements Item
{
    /**
     * @param RectangleItem|EllipseItem|PolygonItem|PathItem|null $outline its paint draws the border; null for all of
     * the picture, without one
     */
    public function __construct(
        public Picture $picture,
        public PictureLook $look,
        public Frame $box,
        public ?Item $outline = null,
        public bool $cut = false,
        public ?Shadow $shadow = null,
        /** Where it drifts while it is seen. */
        public ?Wander $wander = null,
        /** How it is played, if it is a clip. */
        public ?ClipPlay $play = null,
    ) {
    }

    /** Whether it changes over time. */
    public function plays(): bool
    {
        return null !== $this->wander || $this->picture->isClip();
    }

    /** Adjusted so that it is back at its start after the given number of seconds. */
    public function fitted(float $seconds): self
    {
        $length = $this->picture->length;

        return new self(...[
            'wander' => null === $this->wander
                ? null
                : new Wander($this->wander->from, $this->wander->to, $this->wander->drift->fitted($seconds)),
            'play' => null === $length ? $this->play : $this->play?->fitted($seconds, $length),
        ] + get_object_vars($this));
    }

    /** How it looks a number of seconds after it appeared. */
    public function at(float $seconds): self
    {
        $length = $this->picture->length;
        $picture = null === $length || null === $this->play
            ? $this->picture
            : $this->picture->at($this->play->moment($seconds, $length));

        return new self(...['picture' => $picture, 'box' => $this->wander?->box($seconds) ?? $this->box] + get_object_vars($this));
    }

    public function bounds(): Bounds
    {
        $seen = $this->seen();
        $round = null === $this->outline ? $seen : $seen->with($this->outline->bounds());
        if (null === $this->shadow) {
            return $round;
        }

        return $round->with(
            $seen->moved($this->shadow->dx, $this->shadow->dy)->grown(Blur::reach($this->shadow->blur)),
        );
    }

    public function accept(ItemVisitor $visitor): mixed
    {
        return $visitor->picture($this);
    }

    public function inColour(string $colour): self
    {
        return $this;
    }

    /** The visible part of the picture, without border and shadow. */
    private function seen(): Bounds
    {
        return $this->cut && null !== $this->outline
            ? $this->outline->inColour('#000000')->bounds()
            : Bounds::of($this->box->x, $this->box->y, $this->box->width, $this->box->height)
                ->grown(Blur::reach($this->look->blur));
    }
}
