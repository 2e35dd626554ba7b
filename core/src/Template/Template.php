<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

/**
 * One design with its placeholders. Width and height are whole dots, as cut (the trim); `unit` is what people see sizes
 * in. Layers of all sides have ids of their own.
 */
final readonly class Template
{
    public const MAX_DOTS = 20_000;
    public const MIN_DOTS = 8;
    public const MOST_SIDES = 2;
    public const MAX_BLEED = 1_000;

    /** @param non-empty-list<Side> $sides */
    public function __construct(
        public string $name,
        public int $width,
        public int $height,
        public float $dpi,
        public Unit $unit,
        public string $locale,
        public array $sides,
        /** Dots from every edge inside which nothing important should stand. */
        public float $safeMargin = 0.0,
        /** @var list<Guide> */
        public array $guides = [],
        /** @var list<string> colours kept at hand */
        public array $swatches = [],
        /** Dots beyond every edge that colour and pictures run on over, to be cut off. */
        public float $bleed = 0.0,
    ) {
    }

    /** @throws TemplateError when the size is absurd */
    public static function blank(
        string $name,
        float $width,
        float $height,
        Unit $unit,
        float $dpi,
        string $locale = 'en_GB',
    ): self {
        if ($dpi < 30 || $dpi > 2400) {
            throw new TemplateError('dpi', \sprintf('is %s; it must lie between 30 and 2400', $dpi));
        }
        $w = (int) round($unit->toDots($width, $dpi));
        $h = (int) round($unit->toDots($height, $dpi));
        foreach (['width' => $w, 'height' => $h] as $what => $dots) {
            if ($dots < self::MIN_DOTS || $dots > self::MAX_DOTS) {
                throw new TemplateError(
                    $what,
                    \sprintf('comes to %d dots; a side may measure %d to %d dots', $dots, self::MIN_DOTS, self::MAX_DOTS),
                );
            }
        }

        return new self($name, $w, $h, $dpi, $unit, $locale, [new Side('Front', '#FFFFFF', [])]);
    }

    public function side(int $index = 0): Side
    {
        return $this->sides[$index];
    }

    /** @return list<Layer> in drawing order, all sides */
    public function layers(): array
    {
        return array_merge(...array_map(static fn (Side $side): array => $side->layers, $this->sides));
    }

    /** @throws TemplateError when there is no such layer */
    public function layer(string $id): Layer
    {
        foreach ($this->layers() as $layer) {
            if ($layer->id === $id) {
                return $layer;
            }
        }
        throw new TemplateError('layer', \sprintf('there is no layer "%s" in this template', $id));
    }

    /** Which side a layer stands on; the first when it is on none. */
    public function sideOf(string $id): int
    {
        foreach ($this->sides as $index => $side) {
            foreach ($side->layers as $layer) {
                if ($layer->id === $id) {
                    return $index;
                }
            }
        }

        return 0;
    }

    /** @return list<TextLayer> in drawing order, all sides */
    public function texts(): array
    {
        return array_values(array_filter($this->layers(), static fn (Layer $layer): bool => $layer instanceof TextLayer));
    }

    /** @return list<Layer> those that change from row to row, in drawing order, all sides */
    public function placeholders(): array
    {
        return array_values(array_filter($this->layers(), static fn (Layer $layer): bool => $layer->isPlaceholder()));
    }

    /** @return list<string> names of the pictures that layers show whatever the rows say, each once */
    public function assets(): array
    {
        $names = [];
        foreach ($this->layers() as $layer) {
            if ($layer instanceof PictureLayer) {
                $names += array_fill_keys($layer->assets(), true);
            }
        }

        return array_map(strval(...), array_keys($names));
    }

    /** @return list<string> keys of the columns that any layer is linked to, each once, in drawing order */
    public function linkedColumns(): array
    {
        return array_values(
            array_unique(array_merge(...array_map(static fn (Layer $layer): array => $layer->columns(), $this->layers()))),
        );
    }

    /** @return list<string> families that texts are set in, each once */
    public function families(): array
    {
        return array_values(
            array_unique(array_map(static fn (TextLayer $text): string => $text->style->family, $this->texts())),
        );
    }

    /** @param non-empty-list<Side> $sides */
    public function withSides(array $sides): self
    {
        return new self(
            $this->name,
            $this->width,
            $this->height,
            $this->dpi,
            $this->unit,
            $this->locale,
            $sides,
            $this->safeMargin,
            $this->guides,
            $this->swatches,
            $this->bleed,
        );
    }

    public function named(string $name): self
    {
        return new self(
            $name,
            $this->width,
            $this->height,
            $this->dpi,
            $this->unit,
            $this->locale,
            $this->sides,
            $this->safeMargin,
            $this->guides,
            $this->swatches,
            $this->bleed,
        );
    }

    /** The size as people say it, e.g. `297 × 210 mm`. */
    public function size(): string
    {
        $digits = Unit::Pixel === $this->unit ? 0 : (Unit::Inch === $this->unit ? 2 : 1);
        $say = fn (int $dots): string => (string) round($this->unit->fromDots($dots, $this->dpi), $digits);

        return \sprintf('%s × %s %s', $say($this->width), $say($this->height), $this->unit->value);
    }
}
