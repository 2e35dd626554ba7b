<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Compose;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Model\PictureLayer;
use Morphea\Core\Design\Model\ShapeLayer;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Design\Properties\Declared;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Design\Properties\Group;
use Morphea\Core\Design\Properties\Property;
use Morphea\Core\Design\Styles\Gradient;
use Morphea\Core\Design\Styles\PictureInstead;
use Morphea\Core\Message;

/** Converts what people choose and type in the rule line to properties of the design: text to numbers, units to dots. */
final readonly class EditInput
{
    private const FIXED = ['id', 'group', 'content', 'pattern'];
    /** The outline a shape or frame of its own begins with: a leaf. */
    private const LEAF = 'M 0 50 C 0 10 40 0 100 0 C 100 60 90 100 50 100 C 20 100 0 80 0 50 Z';

    public function __construct(private Design $design, private Layer $layer)
    {
    }

    /**
     * @param array<array-key, mixed> $set
     *
     * @return non-empty-array<string, mixed> by path
     *
     * @throws DesignException
     */
    public function values(array $set): array
    {
        $values = [];
        foreach ($set as $path => $value) {
            $values += 'pool' === $path
                ? $this->pool(\is_array($value) ? array_values(array_filter($value, is_string(...))) : [])
                : $this->value((string) $path, \is_string($value) ? trim($value) : '');
        }

        return [] !== $values ? $values : throw new DesignException('', new Message('design.wrong.nothing_changed'));
    }

    /** @return array<string, mixed> */
    private function value(string $path, string $value): array
    {
        return match (true) {
            // Choices that stand for several values at once, or for one that follows from others.
            'picture.fit' === $path => ['fit' => $value],
            'picture' === $path => ['picture' => $value, 'pattern' => null, 'pool' => null],
            'shape' === $path => $this->shape($value),
            'shape.kind' === $path => ['shape.kind' => $value] +
                ('path' === $value ? ['shape.path' => self::LEAF] : []) +
                ('rounded' === $value ? ['shape.radius' => $this->rounding()] : []),
            \in_array($path, ['empty.picture', 'missing.picture'], true) => [
                substr($path, 0, -8) => $this->pictureRule($value),
            ],
            str_starts_with($path, 'colours.') => [
                'look.colours' => $this->colours(strtoupper(substr($path, 8)), strtoupper($value)),
            ],
            'face' === $path => ['style.weight' => (int) $value, 'style.italic' => str_ends_with($value, 'i')],
            'fit.mode' === $path => ['fit' => $this->fit($value)],
            'fit.bound' === $path => ['fit.mostSize' => 'bound' === $value ? $this->styleSize() : null],
            'fit.then' === $path => ['fit.leastSize' => 'shrinks' === $value ? $this->halfSize() : null],
            'empty' === $path => ['empty' => ['words' => 'words' === $value ? '–' : null, 'pullsUp' => 'pull' === $value]],
            'effect' === $path => $this->effect($value),
            'fill.kind' === $path => ['fill' => $this->fill($value)],
            'dashes' === $path => ['dashes' => $this->dashes($value)],
            'stay' === $path => ['stay' => 'always' === $value ? null : ['comes' => $this->design->scenes[0]->id ?? null]],
            \in_array($path, ['stay.comes', 'stay.goes'], true) => [$path => '' === $value ? null : $value],
            \in_array($path, ['sample', 'empty.words', 'clip.to'], true) && '' === $value => [$path => null],
            \in_array($path, ['sample', 'empty.words'], true) => [$path => $value],
            // Every other value says itself what may be typed for it.
            default => [$path => $this->property($path)->typed($path, $value, $this->design->measure())],
        };
    }

    /**
     * @param list<string> $names
     *
     * @return array<string, list<string>|null>
     */
    private function pool(array $names): array
    {
        return [] === $names
            ? throw new DesignException('', new Message('compose.refused.none_dealt'))
            : ['picture' => null, 'pattern' => null, 'pool' => $names];
    }

    private function property(string $path): Property
    {
        $property = Declared::of($this->layer::class)->property($path);
        if (null === $property || $property instanceof Group || \in_array($path, self::FIXED, true)) {
            throw new DesignException($path, new Message('design.wrong.fixed'));
        }

        return $property;
    }

    /**
     * @return array{mode: string, leastSize: float|null, maxLines: int, balanced: bool} a sensible rule of that mode,
     * keeping what was said before
     */
    private function fit(string $mode): array
    {
        $before = $this->layer instanceof TextLayer ? $this->layer->fit : null;

        $balanced = $before->balanced ?? false;

        return match ($mode) {
            'shrink', 'fill', 'even' => [
                'mode' => $mode,
                'leastSize' => $before->leastSize ?? $this->halfSize(),
                'maxLines' => 'shrink' === $mode ? 1 : $before->maxLines ?? 1,
                'balanced' => $balanced,
            ],
            'wrap' => [
                'mode' => $mode,
                'leastSize' => $before?->leastSize,
                'maxLines' => max(2, $before->maxLines ?? 2),
                'balanced' => $balanced,
            ],
            default => ['mode' => $mode, 'leastSize' => null, 'maxLines' => 1, 'balanced' => $balanced],
        };
    }

    /** @return array<string, mixed> an effect put on or, with a minus before its name, taken off */
    private function effect(string $name): array
    {
        $size = $this->layer instanceof TextLayer ? $this->layer->style->size : 20.0;
        $edge = min($this->layer->frame->width, $this->layer->frame->height);

        return match ($name) {
            'outline' => ['effects.outline' => ['colour' => '#FFFFFF', 'width' => round($size / 16, 2)]],
            'shadow' => [
                'effects.shadow' => [
                    'colour' => '#17211E',
                    'dx' => round($size / 24, 2),
                    'dy' => round($size / 16, 2),
                    'blur' => round($size / 16, 2),
                    'opacity' => 0.4,
                ],
            ],
            'highlight' => ['effects.highlight' => ['colour' => '#F2D16B', 'padding' => round($size / 6, 2)]],
            'border' => ['border' => ['colour' => '#17211E', 'width' => max(1.0, round($edge / 60, 1))]],
            'picture.shadow' => [
                'shadow' => [
                    'colour' => '#17211E',
                    'dx' => 0.0,
                    'dy' => round($edge / 40, 1),
                    'blur' => round($edge / 40, 1),
                    'opacity' => 0.4,
                ],
            ],
            '-border' => ['border' => null],
            '-picture.shadow' => ['shadow' => null],
            '-outline', '-shadow', '-highlight' => ['effects.' . substr($name, 1) => null],
            default => throw new DesignException('effect', new Message('design.wrong.no_value')),
        };
    }

    /** @return array<string, mixed> */
    private function shape(string $kind): array
    {
        return ['shape' => $kind] + ('path' === $kind ? ['path' => self::LEAF] : []);
    }

    /** A sixth of the shorter edge, for corners that are to become round. */
    private function rounding(): float
    {
        return $this->layer instanceof PictureLayer && $this->layer->shape->radius > 0
            ? $this->layer->shape->radius
            : round(min($this->layer->frame->width, $this->layer->frame->height) / 6, 2);
    }

    /** @return array{instead: string, other: string|null} the name of a picture, or what to do */
    private function pictureRule(string $value): array
    {
        $does = PictureInstead::tryFrom($value);

        return null !== $does && PictureInstead::Other !== $does
            ? ['instead' => $value, 'other' => null]
            : ['instead' => 'other', 'other' => $value];
    }

    /** @return list<array{from: string, to: string}> the new colours with one more, or one given back */
    private function colours(string $from, string $to): array
    {
        $colours = $this->layer instanceof PictureLayer ? $this->layer->look->colours : [];
        $colours[$from] = $to;
        $pairs = array_map(
            static fn (string $old, string $new): array => ['from' => $old, 'to' => $new],
            array_keys($colours),
            $colours,
        );

        return array_values(array_filter($pairs, static fn (array $pair): bool => $pair['from'] !== $pair['to']));
    }

    /** @return string|array<string, mixed>|null */
    private function fill(string $kind): string|array|null
    {
        $now = $this->layer instanceof ShapeLayer ? $this->layer->fill : null;
        $colour = $now instanceof Gradient ? $now->from : $now ?? '#CBD2CE';

        return match ($kind) {
            'none' => null,
            'colour' => $colour,
            'linear', 'radial' => [
                'radial' => 'radial' === $kind,
                'angle' => $now instanceof Gradient ? $now->angle : 90.0,
                'from' => $colour,
                'to' => $now instanceof Gradient ? $now->to : '#FFFFFF',
            ],
            default => throw new DesignException('fill', new Message('design.wrong.no_value')),
        };
    }

    /** @return list<float> */
    private function dashes(string $kind): array
    {
        $width = $this->layer instanceof ShapeLayer ? max(1.0, $this->layer->strokeWidth) : 1.0;

        return match ($kind) {
            'dashed' => [4 * $width, 3 * $width],
            'dotted' => [$width, 1.5 * $width],
            default => [],
        };
    }

    private function styleSize(): float
    {
        return $this->layer instanceof TextLayer ? $this->layer->style->size : 20.0;
    }

    private function halfSize(): float
    {
        return $this->layer instanceof TextLayer ? $this->layer->style->size / 2 : 10.0;
    }
}
