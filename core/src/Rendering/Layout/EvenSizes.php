<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Styles\FitMode;
use Morphea\Core\Table\Data\Record;

/** The sizes that texts with one size for all rows share: for each, the smallest any row needs. In dots, by layer. */
final readonly class EvenSizes
{
    /** @param array<string, float> $sizes */
    public function __construct(public array $sizes = [])
    {
    }

    /** @param iterable<Record> $rows */
    public static function of(Design $design, iterable $rows, TextLayouter $layouter): self
    {
        $layers = array_filter($design->texts(), static fn ($text): bool => FitMode::Even === $text->fit->mode);
        if ([] === $layers) {
            return new self();
        }
        $sizes = [];
        foreach ($rows as $row) {
            foreach ($layers as $layer) {
                // Only rows that do not fit at the smallest size so far can ask for a smaller one.
                $smallest = $sizes[$layer->id] ?? null;
                if (null !== $smallest && !$layouter->measure($layer, $row, $design->locale, $smallest)->overset) {
                    continue;
                }
                $facts = $layouter->measure($layer, $row, $design->locale);
                if ($facts->lines > 0) {
                    $sizes[$layer->id] = min($smallest ?? \INF, $facts->size);
                }
            }
        }

        return new self($sizes);
    }

    public function size(string $layer): ?float
    {
        return $this->sizes[$layer] ?? null;
    }
}
