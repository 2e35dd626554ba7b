<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Compose;

use Morphea\Core\Design\Model\CodeLayer;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\FitRule;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Model\PictureLayer;
use Morphea\Core\Design\Model\ShapeLayer;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Design\Model\TextStyle;
use Morphea\Core\Design\Styles\Align;
use Morphea\Core\Design\Styles\CodeKind;
use Morphea\Core\Design\Styles\Content;
use Morphea\Core\Design\Styles\EmptyRule;
use Morphea\Core\Design\Styles\LayerUse;
use Morphea\Core\Design\Styles\NamedField;
use Morphea\Core\Design\Styles\PictureFit;
use Morphea\Core\Design\Styles\ShapeKind;
use Morphea\Core\Table\Patterns\Pattern;

/**
 * Creates layers in sizes that suit their page. Positions are those of the layer's centre, as shares of the page, 0 to
 * 1.
 */
final readonly class NewLayer
{
    /** @param list<string> $taken ids that are given away already, besides the design's */
    public function __construct(private Design $design, private array $taken = [])
    {
    }

    /** @param float|null $widest dots that its words need at the most; within what the page has room for, it is so wide */
    public function text(Pattern $pattern, string $name, float $atX = 0.5, float $atY = 0.5, ?float $widest = null): TextLayer
    {
        $size = round(min($this->design->width, $this->design->height) / 16, 2);
        $room = $this->design->width - 2 * max($this->design->safeMargin, 0.04 * $this->design->width);
        $width = null === $widest ? $this->design->width * 0.6 : max(2 * $size, min($room, 1.02 * $widest + 0.2 * $size));
        $frame = $this->frame($width, $size * 1.6, $atX, $atY);

        return new TextLayer(
            $this->id($name),
            $this->name($name),
            $frame,
            opacity: 1.0,
            locked: false,
            hidden: false,
            content: Content::plain($pattern),
            style: new TextStyle(
                family: 'IBM Plex Sans',
                weight: 400,
                italic: false,
                size: $size,
                colour: '#17211E',
                align: Align::Centre,
            ),
            fit: FitRule::shrink($size / 2),
            empty: EmptyRule::hide(),
        );
    }

    /** A text for a future column; it shows the column's name until the column exists. */
    public function field(NamedField $field): TextLayer
    {
        $text = $this->text(Pattern::parse(Pattern::column($field->key)), $field->name);

        return new TextLayer(...['sample' => $field->name] + array_diff_key(get_object_vars($text), ['pattern' => true]));
    }

    public function shape(ShapeKind $kind, string $name): ShapeLayer
    {
        $edge = min($this->design->width, $this->design->height);
        $frame =
            ShapeKind::Line === $kind
                ? $this->frame($this->design->width * 0.6, 0, 0.5, 0.5)
                : $this->frame($edge * 0.4, $edge * 0.4, 0.5, 0.5);
        $line = ShapeKind::Line === $kind;

        return new ShapeLayer(
            $this->id($kind->value),
            $name,
            $frame,
            opacity: 1.0,
            locked: false,
            hidden: false,
            shape: $kind,
            fill: $line ? null : '#CBD2CE',
            stroke: $line ? '#17211E' : null,
            strokeWidth: $line ? max(1.0, round($edge / 300)) : 0.0,
            radius: 0.0,
        );
    }

    public function picture(string $asset, float $width, float $height): PictureLayer
    {
        $scale = min(1.0, ($this->design->width * 0.6) / $width, ($this->design->height * 0.6) / $height);
        $name = pathinfo($asset, \PATHINFO_FILENAME);

        return new PictureLayer(
            $this->id($name),
            $this->name($name),
            $this->frame($width * $scale, $height * $scale, 0.5, 0.5),
            opacity: 1.0,
            locked: false,
            hidden: false,
            source: $asset,
            fit: PictureFit::Contain,
        );
    }

    /** A frame for pictures named by a column. */
    public function placeholder(string $key, string $name, float $atX = 0.5, float $atY = 0.5): PictureLayer
    {
        $edge = min($this->design->width, $this->design->height) * 0.5;

        return new PictureLayer(
            $this->id($name),
            $this->name($name),
            $this->frame($edge, $edge, $atX, $atY),
            opacity: 1.0,
            locked: false,
            hidden: false,
            source: Pattern::parse(Pattern::column($key)),
            fit: PictureFit::Cover,
        );
    }

    /** A picture that covers the page with its bleed, or as much of it as its shape allows. */
    public function ground(string $asset): PictureLayer
    {
        $bleed = $this->design->bleed;
        $name = pathinfo($asset, \PATHINFO_FILENAME);

        return new PictureLayer(
            $this->id($name),
            $this->name($name),
            new Frame(-$bleed, -$bleed, $this->design->width + 2 * $bleed, $this->design->height + 2 * $bleed),
            opacity: 1.0,
            locked: true,
            hidden: false,
            source: $asset,
            fit: PictureFit::Cover,
        );
    }

    public function code(CodeKind $kind): CodeLayer
    {
        $edge = min($this->design->width, $this->design->height);
        $frame =
            $kind->isSquare()
                ? $this->frame($edge * 0.3, $edge * 0.3, 0.5, 0.5)
                : $this->frame($edge * 0.6, $edge * 0.2, 0.5, 0.5);
        $name = $kind->label();

        return new CodeLayer(
            $this->id($name),
            $name,
            $frame,
            opacity: 1.0,
            locked: false,
            hidden: false,
            pattern: Pattern::parse($kind->sample()),
            code: $kind,
        );
    }

    /** A die line around the whole page, to be given its true outline. */
    public function dieLine(string $name): ShapeLayer
    {
        $width = max(1.0, round(min($this->design->width, $this->design->height) / 300));

        return new ShapeLayer(
            $this->id('die'),
            $name,
            new Frame(0, 0, $this->design->width, $this->design->height),
            opacity: 1.0,
            locked: false,
            hidden: false,
            shape: ShapeKind::Rectangle,
            fill: null,
            stroke: '#C2185B',
            strokeWidth: $width,
            radius: round(min($this->design->width, $this->design->height) / 16),
            dashes: [4 * $width, 2 * $width],
            use: LayerUse::Die,
        );
    }

    private function frame(float $width, float $height, float $atX, float $atY): Frame
    {
        $clamp = static fn (float $at, float $length, int $page): float => round(
            max(0.0, min($page - $length, $at * $page - $length / 2)),
            2,
        );

        $x = $clamp($atX, $width, $this->design->width);
        $y = $clamp($atY, $height, $this->design->height);
        // What was added before is not covered: the next one stands below it, as long as there is room.
        $taken = array_map(static fn (Layer $layer): string => "{$layer->frame->x} {$layer->frame->y}", $this->design->layers());
        while ($height > 0 && \in_array("$x $y", $taken, true) && $y + 2 * $height <= $this->design->height) {
            $y = round($y + $height, 2);
        }

        return new Frame($x, $y, round($width, 2), round($height, 2));
    }

    public function id(string $name): string
    {
        $base = trim(
            (string) preg_replace('/[^a-z0-9]+/', '-', strtolower((string) iconv('UTF-8', 'ASCII//TRANSLIT//IGNORE', $name))),
            '-',
        );
        $base = '' === $base ? 'layer' : substr($base, 0, 30);
        $taken = [...$this->taken, ...array_map(static fn (Layer $layer): string => $layer->id, $this->design->layers())];
        $id = $base;
        for ($n = 2; \in_array($id, $taken, true); ++$n) {
            $id = "$base-$n";
        }

        return $id;
    }

    public function name(string $name): string
    {
        return mb_strimwidth('' === trim($name) ? 'Layer' : $name, 0, 60, '…', 'UTF-8');
    }
}
