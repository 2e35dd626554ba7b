<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Styles\GuideUse;
use Morphea\Core\Message;

/** The piece to be laid out, in millimetres: its trim size, its bleed, and its folds and perforations. */
final readonly class PieceSize
{
    private const INCH = 25.4;

    /** @param list<Crease> $creases */
    public function __construct(
        public float $width,
        public float $height,
        public float $bleed = 0.0,
        public int $pages = 1,
        public array $creases = [],
    ) {
    }

    public static function of(Design $design, bool $bleed = true): self
    {
        $mm = static fn (float $dots): float => $dots / $design->dpi * self::INCH;
        $creases = [];
        foreach ($design->guides as $guide) {
            if (GuideUse::Line !== $guide->use) {
                $creases[] = new Crease($guide->upright, $mm($guide->at), GuideUse::Perforation === $guide->use);
            }
        }

        return new self(
            $mm($design->width),
            $mm($design->height),
            $bleed ? $mm($design->bleed) : 0.0,
            \count($design->made()->pages),
            $creases,
        );
    }

    public function isSquare(): bool
    {
        return abs($this->width - $this->height) < Paper::SAME;
    }

    public function says(): Message
    {
        return SheetText::size($this->width, $this->height);
    }
}
