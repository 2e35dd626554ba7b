<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Styles\GuideUse;

/** What is laid on sheets, in millimetres: as cut, with what is drawn beyond every edge, and where it is folded or torn. */
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

    public static function of(Design $template, bool $bleed = true): self
    {
        $mm = static fn (float $dots): float => $dots / $template->dpi * self::INCH;
        $creases = [];
        foreach ($template->guides as $guide) {
            if (GuideUse::Line !== $guide->use) {
                $creases[] = new Crease($guide->upright, $mm($guide->at), GuideUse::Perforation === $guide->use);
            }
        }

        return new self(
            $mm($template->width),
            $mm($template->height),
            $bleed ? $mm($template->bleed) : 0.0,
            \count($template->made()->pages),
            $creases,
        );
    }

    public function isSquare(): bool
    {
        return abs($this->width - $this->height) < Paper::SAME;
    }

    public function says(): string
    {
        return SheetText::mm($this->width) . ' × ' . SheetText::mm($this->height) . ' mm';
    }
}
