<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Message;

/** The size of pictures: a factor of the design's pixels, a width in pixels, or dots per inch. */
final readonly class PictureSize
{
    public const MOST_EDGE = 20_000;
    public const MOST_PIXELS = 200_000_000;

    public function __construct(public SizeKind $kind = SizeKind::Factor, public float $value = 1.0)
    {
    }

    /**
     * The setting; a factor of 1 by default.
     *
     * @throws FormatSettingsException
     */
    public static function from(SettingsInput $said): self
    {
        return new self(
            $said->choice('size', SizeKind::Factor),
            $said->number('value', 1.0, 0.0, 'size') ?? 1.0,
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

    /** @return Message|null why no picture can be made so large or so small */
    public function trouble(Design $design, float $edge): ?Message
    {
        $scale = $this->scale($design, $edge);
        if (!is_finite($scale) || $scale <= 0) {
            return new Message('press.setting.no_size');
        }
        $width = round(($design->width + 2 * $edge) * $scale);
        $height = round(($design->height + 2 * $edge) * $scale);

        return match (true) {
            $width < 1 || $height < 1 => new Message('press.setting.too_small'),
            max($width, $height) > self::MOST_EDGE || $width * $height > self::MOST_PIXELS => new Message('press.setting.too_large', [
                'width' => $width,
                'height' => $height,
                'edge' => self::MOST_EDGE,
                'most' => self::MOST_PIXELS / 1_000_000,
            ]),
            default => null,
        };
    }
}
