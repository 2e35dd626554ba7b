<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Design\Edits\PlaceLayers;
use Morphea\Core\Design\Edits\SetLayer;
use Morphea\Core\Design\Graphics\Contrast;
use Morphea\Core\Design\Model\CodeLayer;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Model\PictureLayer;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Design\Styles\Align;
use Morphea\Core\Design\Styles\FitMode;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Drawing\Bounds;
use Morphea\Core\Rendering\Layout\TextLayouter;
use Morphea\Core\Table\Data\Record;

/** Suggests changes of the design that may fix a warning. Whether they do, and at what cost, is computed by FixOutcome. */
final readonly class FixFinder
{
    private const TOO_LONG = [WarningKind::Overset, WarningKind::Small, WarningKind::Smaller, WarningKind::Touch, WarningKind::Edge];
    private const MOST_LINES = 6;
    /** Ink and paper, tried after the colours the design has. */
    private const COLOURS = ['#17211E', '#FFFFFF'];
    /** Rows that are measured for the size at which all fit. */
    private const MEASURED = 2_000;

    public function __construct(private TextLayouter $texts)
    {
    }

    /**
     * @param iterable<Record> $rows that are made
     *
     * @return list<Fix> the most likely first
     */
    public function find(Design $design, Warning $warning, iterable $rows): array
    {
        try {
            $layer = $design->layer($warning->layer);
        } catch (DesignException) {
            return [];
        }
        $mends = match (true) {
            $layer instanceof TextLayer && WarningKind::Contrast === $warning->kind => $this->colours($design, $layer),
            $layer instanceof TextLayer && WarningKind::Broken === $warning->kind => [
                $this->shrinks($design, $layer, $rows), self::wider($design, $layer, $warning),
            ],
            $layer instanceof TextLayer && \in_array($warning->kind, self::TOO_LONG, true) => [
                self::inside($design, $layer, $warning),
                self::moreLines($layer),
                $this->shrinks($design, $layer, $rows),
                self::wider($design, $layer, $warning),
                self::oneSize($layer, $warning),
            ],
            $layer instanceof TextLayer && WarningKind::Leftover === $warning->kind => [self::balanced($layer)],
            $layer instanceof TextLayer && WarningKind::Empty === $warning->kind => [self::closes($layer)],
            $layer instanceof PictureLayer => [self::hides($layer, $warning)],
            $layer instanceof CodeLayer && WarningKind::Code === $warning->kind => [self::larger($design, $layer, $warning)],
            default => [self::inside($design, $layer, $warning)],
        };

        return array_values(array_filter($mends));
    }

    private static function moreLines(TextLayer $layer): ?Fix
    {
        $lines = FitMode::Keep === $layer->fit->mode ? 2 : $layer->fit->maxLines + 1;
        if ($lines > self::MOST_LINES) {
            return null;
        }
        $mode = FitMode::Keep === $layer->fit->mode ? FitMode::Wrap : $layer->fit->mode;

        return new Fix('lines', new Message('warnings.fix.lines', [
            'count' => $lines,
        ]), self::fit($layer, $mode, $layer->fit->leastSize, $lines));
    }

    /** @param iterable<Record> $rows */
    private function shrinks(Design $design, TextLayer $layer, iterable $rows): ?Fix
    {
        $mode = FitMode::Keep === $layer->fit->mode ? FitMode::Shrink : $layer->fit->mode;
        $edit = self::fit($layer, $mode, 1.0, $layer->fit->maxLines);
        $free = $edit->apply($design)->layer($layer->id);
        \assert($free instanceof TextLayer);
        $needed = \INF;
        foreach ($rows as $i => $row) {
            $facts = $i < self::MEASURED ? $this->texts->measure($free, $row, $design->locale) : null;
            $needed = null === $facts || 0 === $facts->lines ? $needed : min($needed, $facts->size);
        }
        $unit = $design->typeUnit();
        $size = floor(2 * $unit->fromDots($needed, $design->dpi)) / 2;
        $dots = $unit->toDots($size, $design->dpi);
        if (!is_finite($dots) || $size <= 0 || $dots >= ($layer->fit->leastSize ?? $layer->style->size)) {
            return null;
        }

        return new Fix('size', new Message('warnings.fix.size', [
            'size' => new Message('warnings.size', ['size' => $size, 'unit' => $unit->value]),
        ]), self::fit($layer, $mode, round($dots, 2), $layer->fit->maxLines));
    }

    /** As wide as the page allows, growing from the side its text is aligned to. */
    private static function wider(Design $design, TextLayer $layer, Warning $warning): ?Fix
    {
        $frame = $layer->frame;
        $margin = max($design->safeMargin, 0.02 * $design->width);
        [$left, $right] = [$frame->x - $margin, $design->width - $margin - $frame->x - $frame->width];
        [$before, $after] = match ($layer->style->align) {
            Align::Centre => [min($left, $right), min($left, $right)],
            Align::Right => [$left, 0.0],
            default => [0.0, $right],
        };
        if (0.0 !== $frame->rotation || max($before, $after) < 0.03 * $frame->width) {
            return null;
        }
        $before = max(0.0, $before);
        $wide = $frame->width + $before + max(0.0, $after);
        $percent = (int) round(100 * ($wide / $frame->width - 1));
        $new = new Frame($frame->x - $before, $frame->y, $wide, $frame->height);

        return new Fix('wider', new Message('warnings.fix.wider', ['percent' => $percent]), new PlaceLayers([$layer->id => $new]));
    }

    private static function oneSize(TextLayer $layer, Warning $warning): ?Fix
    {
        return FitMode::Even === $layer->fit->mode || WarningKind::Smaller !== $warning->kind
            ? null
            : new Fix('even', new Message('warnings.fix.even'), self::fit(
                $layer,
                FitMode::Even,
                $layer->fit->leastSize ?? $layer->style->size / 4,
                $layer->fit->maxLines,
            ));
    }

    /** Moved until its visible part lies within the safe margin, provided that it fits. */
    private static function inside(Design $design, Layer $layer, Warning $warning): ?Fix
    {
        $box = $warning->box;
        if (null === $box || WarningKind::Edge !== $warning->kind) {
            return null;
        }
        $room = Bounds::of(0, 0, $design->width, $design->height)->grown(-$design->safeMargin);
        if ($box->width() > $room->width() || $box->height() > $room->height()) {
            return null;
        }
        $right = max(0.0, $room->left - $box->left) - max(0.0, $box->right - $room->right);
        $down = max(0.0, $room->top - $box->top) - max(0.0, $box->bottom - $room->bottom);
        $frame = new Frame(...['x' => $layer->frame->x + $right, 'y' => $layer->frame->y + $down] + get_object_vars($layer->frame));

        return new Fix('inside', new Message('warnings.fix.inside'), new PlaceLayers([$layer->id => $frame]));
    }

    private static function balanced(TextLayer $layer): ?Fix
    {
        $edit = new SetLayer($layer->id, ['fit.balanced' => true]);

        return $layer->fit->balanced ? null : new Fix('balanced', new Message('warnings.fix.balanced'), $edit);
    }

    private static function closes(TextLayer $layer): ?Fix
    {
        return $layer->empty->pullsUp
            ? null
            : new Fix('closes', new Message('warnings.fix.closes'), new SetLayer($layer->id, [
                'empty' => ['words' => null, 'pullsUp' => true],
            ]));
    }

    private static function hides(PictureLayer $layer, Warning $warning): ?Fix
    {
        $rule = match ($warning->kind) {
            WarningKind::Picture => 'missing',
            WarningKind::Empty => 'empty',
            default => null,
        };

        $edit = new SetLayer($layer->id, [(string) $rule => ['instead' => 'hide', 'other' => null]]);

        return null === $rule ? null : new Fix('hides', new Message('warnings.fix.hides'), $edit);
    }

    private static function larger(Design $design, CodeLayer $layer, Warning $warning): ?Fix
    {
        $by = null === $warning->measured || null === $warning->limit ? 1.0 : $warning->limit / max(1e-6, $warning->measured);
        $frame = $layer->frame;
        [$width, $height] = [$frame->width * $by * 1.02, $frame->height * $by * 1.02];
        if ($by <= 1.0 || $by > 10 || $width > $design->width || $height > $design->height) {
            return null;
        }
        $new = new Frame(
            max(0.0, min($design->width - $width, $frame->centreX() - $width / 2)),
            max(0.0, min($design->height - $height, $frame->centreY() - $height / 2)),
            $width,
            $height,
            $frame->rotation,
        );

        return new Fix('larger', new Message('warnings.fix.larger', [
            'percent' => round(100 * ($by - 1) + 2),
        ]), new PlaceLayers([$layer->id => $new]));
    }

    /** @return list<Fix> colours with which it stands out, where it lies on a single one */
    private function colours(Design $design, TextLayer $layer): array
    {
        if (null === TextBackground::contrast($design, $layer)) {
            return [];
        }
        $used = array_map(static fn (TextLayer $text): string => $text->style->colour, $design->texts());
        $mends = [];
        foreach (array_unique([...$design->swatches, ...$used, ...self::COLOURS]) as $colour) {
            $edit = new SetLayer($layer->id, ['style.colour' => $colour]);
            $after = $edit->apply($design);
            $text = $after->layer($layer->id);
            $ratio = $text instanceof TextLayer ? TextBackground::contrast($after, $text) : null;
            if (null !== $ratio && $ratio >= max($design->limits->contrast, Contrast::LEAST)) {
                $mends[] = new Fix('colour-' . substr($colour, 1), new Message('warnings.fix.colour', [
                    'colour' => $colour,
                    'ratio' => round($ratio, 1),
                ]), $edit);
            }
        }

        return \array_slice($mends, 0, 2);
    }

    private static function fit(TextLayer $layer, FitMode $mode, ?float $least, int $lines): SetLayer
    {
        return new SetLayer($layer->id, [
            'fit' => [
                'mode' => $mode->value,
                'leastSize' => $least,
                'maxLines' => $lines,
                'balanced' => $layer->fit->balanced,
                'mostSize' => FitMode::Fill === $mode ? $layer->fit->mostSize : null,
            ],
        ]);
    }
}
