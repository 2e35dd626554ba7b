<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Properties\Unit;

/** A page size to start from; its name is in the catalogue `common.preset`. */
final readonly class Preset
{
    private function __construct(
        public string $id,
        public float $width,
        public float $height,
        public Unit $unit,
        public float $dpi,
        /** 2 for one with a back. */
        public int $pages = 1,
        /** In the preset's unit. */
        public float $bleed = 0.0,
        public bool $transparent = false,
    ) {
    }

    /** @return array<string, self> by id */
    public static function all(): array
    {
        $presets = [
            new self('a4-landscape', 297, 210, Unit::Millimetre, 300),
            new self('a4-portrait', 210, 297, Unit::Millimetre, 300),
            new self('letter-landscape', 11, 8.5, Unit::Inch, 300),
            new self('tall-pin', 1000, 1500, Unit::Pixel, 96),
            new self('square', 1080, 1080, Unit::Pixel, 96),
            new self('vertical', 1080, 1920, Unit::Pixel, 96),
            new self('postcard-a6', 148, 105, Unit::Millimetre, 300, 2, 3),
            new self('postcard-9x6', 9, 6, Unit::Inch, 300, 2, 0.125),
            new self('card', 63, 88, Unit::Millimetre, 300, 2, 3),
            new self('tag', 90, 50, Unit::Millimetre, 300),
            new self('print-design', 4500, 5400, Unit::Pixel, 300, transparent: true),
        ];

        return array_combine(array_map(static fn (self $p) => $p->id, $presets), $presets);
    }

    /**
     * @param string $front name of its first page
     * @param string $back  name of its second page, if it has one
     */
    public function design(string $name, string $locale = 'en_GB', string $front = 'Front', string $back = 'Back'): Design
    {
        $design = Design::blank($name, $this->width, $this->height, $this->unit, $this->dpi, $locale, $front);
        if ($this->pages > 1) {
            $design = (new AddPage($back))->apply($design);
        }

        return (new SetPage([
            'bleed' => $this->unit->toDots($this->bleed, $this->dpi),
            'background' => $this->transparent ? null : $design->page()->background,
        ]))->apply($design);
    }

    /** The size as people write it, such as `297 × 210 mm`. */
    public function size(): string
    {
        return \sprintf('%s × %s %s', $this->width, $this->height, $this->unit->value);
    }
}
