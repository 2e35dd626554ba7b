<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

/** A side to start from, named by its shape and use. */
final readonly class Preset
{
    private function __construct(
        public string $id,
        public string $name,
        public float $width,
        public float $height,
        public Unit $unit,
        public float $dpi,
    ) {
    }

    /** @return array<string, self> by id */
    public static function all(): array
    {
        $presets = [
            new self('a4-landscape', 'Certificate A4, landscape', 297, 210, Unit::Millimetre, 300),
            new self('a4-portrait', 'Certificate A4, upright', 210, 297, Unit::Millimetre, 300),
            new self('letter-landscape', 'Certificate Letter, landscape', 11, 8.5, Unit::Inch, 300),
            new self('tall-pin', 'Tall pin 1000 x 1500', 1000, 1500, Unit::Pixel, 96),
            new self('square', 'Square card 1080 x 1080', 1080, 1080, Unit::Pixel, 96),
            new self('vertical', 'Vertical short 1080 x 1920', 1080, 1920, Unit::Pixel, 96),
            new self('tag', 'Tag 90 x 50 mm', 90, 50, Unit::Millimetre, 300),
        ];

        return array_combine(array_map(static fn (self $p) => $p->id, $presets), $presets);
    }

    public function template(string $name): Template
    {
        return Template::blank($name, $this->width, $this->height, $this->unit, $this->dpi);
    }

    /** The size as people say it, e.g. `297 × 210 mm`. */
    public function size(): string
    {
        return \sprintf('%s × %s %s', $this->width, $this->height, $this->unit->value);
    }
}
