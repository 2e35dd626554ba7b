<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Model\LayerKind;
use Morphea\Core\Design\Model\Page;
use Morphea\Core\Design\Properties\Declared;
use Morphea\Core\Design\Properties\Unit;
use Morphea\Core\Design\Styles\PictureFit;
use Morphea\Core\Message;

/**
 * The same design on a page of another size. Everything is made larger or smaller by one factor, so nothing is
 * stretched; what stands near each other keeps its distance and moves as one, with the edge or the middle it was
 * nearest to; what lay at an edge stays at it, and what ran from edge to edge does so again.
 */
final readonly class ChangeSize implements Edit
{
    /** Layers this close, in shares of the page, belong together. */
    private const NEAR = 0.04;
    /** A layer that takes up so much of a page runs from edge to edge of it. */
    private const SPANS = 0.8;
    private const FULL = 0.98;
    /** What comes this close to an edge lies at it. */
    private const AT_EDGE = 0.005;

    public function __construct(private float $width, private float $height, private Unit $unit, private float $dpi)
    {
    }

    public function apply(Design $design): Design
    {
        $blank = Design::blank($design->name, $this->width, $this->height, $this->unit, $this->dpi, $design->locale);
        $scale = min($blank->width / $design->width, $blank->height / $design->height);
        $codec = new DesignCodec();
        $data = $codec->toArray($design);
        foreach (
            ['width' => $blank->width, 'height' => $blank->height, 'dpi' => $blank->dpi, 'unit' => $blank->unit->value]
            as $key => $value
        ) {
            $data[$key] = $value;
        }
        $data['safeMargin'] = $design->safeMargin * $scale;
        $data['bleed'] = ($design->bleed * $blank->dpi) / $design->dpi;
        foreach ($design->guides as $i => $guide) {
            $data['guides'][$i]['at'] =
                $guide->at * ($guide->upright ? $blank->width / $design->width : $blank->height / $design->height);
        }
        foreach ($design->pages as $i => $page) {
            $across = self::starts($page, 'x', 'width', $design->width, $blank->width, $scale);
            $down = self::starts($page, 'y', 'height', $design->height, $blank->height, $scale);
            foreach ($page->layers as $n => $layer) {
                $data['sides'][$i]['layers'][$n] = self::placed(
                    $layer,
                    $codec->layerToArray(self::grown($layer, $scale)),
                    $across[$layer->id],
                    $down[$layer->id],
                );
            }
        }

        return $codec->fromArray($data);
    }

    public function says(Design $before): Message
    {
        return new Message('design.did.resized', [
            'from' => $before->size(),
            'to' => "$this->width × $this->height {$this->unit->value}",
        ]);
    }

    /**
     * @param array<string, mixed>  $data
     * @param array{float, float} $across start and length on the new page
     * @param array{float, float} $down
     *
     * @return array<string, mixed>
     */
    private static function placed(Layer $layer, array $data, array $across, array $down): array
    {
        $data['frame'] = [
            'x' => $across[0],
            'y' => $down[0],
            'width' => $across[1],
            'height' => $down[1],
            'rotation' => $layer->frame->rotation,
        ];
        if (LayerKind::Picture === $layer->kind() && PictureFit::Stretch->value === $data['fit']) {
            $data['fit'] = 'cover';
        }

        return $data;
    }

    /** @return array<string, array{float, float}> start and length of each layer along one axis of the new page */
    private static function starts(Page $page, string $start, string $length, int $old, int $new, float $scale): array
    {
        $placed = [];
        $clusters = [];
        foreach ($page->layers as $layer) {
            $from = $layer->frame->{$start};
            $to = $from + $layer->frame->{$length};
            if (self::spans($layer, $to - $from, $old)) {
                $placed[$layer->id] = [$from * $scale, max(0.0, $new - ($from + $old - $to) * $scale)];
            } elseif (null !== ($edge = self::edge($from, $to, $old))) {
                $placed[$layer->id] = [$edge * $new + ($from - $edge * $old) * $scale, ($to - $from) * $scale];
            } else {
                $clusters[] = ['from' => $from, 'to' => $to, 'layers' => [$layer]];
            }
        }
        usort($clusters, static fn (array $a, array $b): int => $a['from'] <=> $b['from']);
        $joined = [];
        foreach ($clusters as $cluster) {
            $last = array_key_last($joined);
            if (null !== $last && $cluster['from'] <= $joined[$last]['to'] + self::NEAR * $old) {
                $joined[$last] = [
                    'from' => $joined[$last]['from'],
                    'to' => max($joined[$last]['to'], $cluster['to']),
                    'layers' => [...$joined[$last]['layers'], ...$cluster['layers']],
                ];
            } else {
                $joined[] = $cluster;
            }
        }
        foreach ($joined as $cluster) {
            $anchor = self::anchor($cluster['from'], $cluster['to'], $old);
            foreach ($cluster['layers'] as $layer) {
                $placed[$layer->id] = [
                    $anchor * $new + ($layer->frame->{$start} - $anchor * $old) * $scale,
                    $layer->frame->{$length} * $scale,
                ];
            }
        }

        return $placed;
    }

    /** Only what does not distort may run from edge to edge. */
    private static function spans(Layer $layer, float $length, int $page): bool
    {
        return 0.0 === $layer->frame->rotation
            && $length >= self::SPANS * $page
            && $layer->stretches($length >= self::FULL * $page);
    }

    private static function grown(Layer $layer, float $scale): Layer
    {
        $grown = Declared::of($layer::class)->scaled($layer, $scale);

        return $grown instanceof Layer ? $grown : $layer;
    }

    /** The edge it touches, 0 or 1; null if it touches none or both. */
    private static function edge(float $from, float $to, int $page): ?float
    {
        $near = $from <= self::AT_EDGE * $page;
        $far = $to >= (1 - self::AT_EDGE) * $page;

        return $near === $far ? null : ($near ? 0.0 : 1.0);
    }

    /** 0 for the near edge, 1 for the far edge, 0.5 for the centre. */
    private static function anchor(float $from, float $to, int $page): float
    {
        $middle = ($from + $to) / 2 / $page;

        return match (true) {
            $middle < 1 / 3 => 0.0,
            $middle > 2 / 3 => 1.0,
            default => 0.5,
        };
    }
}
