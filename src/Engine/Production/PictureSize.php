<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

use Morphea\Core\Design\Model\Design;

/** How large pictures are made: so many times the design's pixels, so many pixels wide, or so many to the inch. */
final readonly class PictureSize
{
    public const MOST_EDGE = 20_000;
    public const MOST_PIXELS = 200_000_000;

    public function __construct(public SizeKind $kind = SizeKind::Factor, public float $value = 1.0)
    {
    }

    /**
     * What was said of it; a factor of 1 where nothing was.
     *
     * @throws FormatSettingsException
     */
    public static function from(SettingsInput $said): self
    {
        return new self(
            $said->choice('size', SizeKind::Factor),
            $said->number('value', 1.0, 0.0, 'Say how large the pictures are to be: a number above 0.') ?? 1.0,
        );
    }

    /** @return array{size: string, value: float} as `from` takes them */
    public function toArray(): array
    {
        return ['size' => $this->kind->value, 'value' => $this->value];
    }

    /** @param float $edge dots outside of the cut that are made too */
    public function scale(Design $design, float $edge): float
    {
        return match ($this->kind) {
            SizeKind::Factor => $this->value,
            SizeKind::Width => $this->value / ($design->width + 2 * $edge),
            SizeKind::Dpi => $this->value / $design->dpi,
        };
    }

    /** @return string|null why no picture can be made so large or so small */
    public function trouble(Design $design, float $edge): ?string
    {
        $scale = $this->scale($design, $edge);
        if (!is_finite($scale) || $scale <= 0) {
            return 'Say how large the pictures are to be: a number above 0.';
        }
        $width = round(($design->width + 2 * $edge) * $scale);
        $height = round(($design->height + 2 * $edge) * $scale);

        return match (true) {
            $width < 1 || $height < 1 => 'The pictures would be smaller than a pixel. Make them larger.',
            max($width, $height) > self::MOST_EDGE || $width * $height > self::MOST_PIXELS => \sprintf(
                'The pictures would be %s × %s pixels. %s on an edge, and %s million in all, are the most: make them smaller.',
                number_format($width),
                number_format($height),
                number_format(self::MOST_EDGE),
                self::MOST_PIXELS / 1_000_000,
            ),
            default => null,
        };
    }
}
