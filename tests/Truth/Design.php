<?php

declare(strict_types=1);

namespace Morphea\Tests\Truth;

use Morphea\App\Engine\Import\MorpheaFile;
use Morphea\App\Engine\Import\PictureFile;
use Morphea\App\Engine\Import\PictureShelf;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Table\Data\Edit\ColumnEdit;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableBuilder;
use Morphea\Core\Table\Kinds\ColumnKind;

/** A design of the corpus with its rows, put together in a line or two: layers as in the file format, with usual values. */
final class Design
{
    /** @var list<array<string, mixed>> */
    private array $layers = [];
    /** @var list<list<string>> */
    private array $lines = [['Name', 'Town'], ['Ng', 'Slip'], ['Ottilie Brandvold', 'Northwater'], ['Pip Marrow', 'Oar']];
    /** @var array<string, PictureFile> */
    private array $pictures = [];
    /** @var array<string, mixed> */
    private array $more = [];
    private ?string $numbers = null;

    private function __construct(public readonly string $name, private string $unit, private string $background)
    {
    }

    /** 1200 x 800 dots: a screen at 96 dpi, or paper at 300 dpi. */
    public static function screen(string $name, string $background = '#FFFFFF'): self
    {
        return new self($name, 'px', $background);
    }

    public static function paper(string $name, string $background = '#FFFFFF'): self
    {
        return new self($name, 'mm', $background);
    }

    /** @param list<string> ...$lines cells; the first are headings */
    public function rows(array ...$lines): self
    {
        $this->lines = array_values($lines);

        return $this;
    }

    /** @param array<string, mixed> $more */
    public function with(array $more): self
    {
        $this->more = $more + $this->more;

        return $this;
    }

    /** That a column holds numbers was said by somebody. */
    public function numbers(string $key): self
    {
        $this->numbers = $key;

        return $this;
    }

    /**
     * @param array{float|int, float|int, float|int, float|int} $at
     * @param array<string, mixed>                              $style
     * @param array<string, mixed>                              $more
     */
    public function text(string $id, string $pattern, array $at, array $style = [], array $more = []): self
    {
        return $this->layer($id, 'text', $at, $more + [
            'content' => [['pattern' => $pattern]],
            'style' => $style + ['family' => 'Lora', 'weight' => 400, 'italic' => false, 'size' => 60, 'colour' => '#17211E',
                'align' => 'left', 'verticalAlign' => 'top', 'lineHeight' => 1.2, 'letterSpacing' => 0, 'case' => 'as-written'],
            'fit' => ['mode' => 'shrink', 'leastSize' => 24, 'maxLines' => 1],
            'empty' => ['words' => null],
        ]);
    }

    /**
     * @param array{float|int, float|int, float|int, float|int} $at
     * @param array<string, mixed>                              $more
     */
    public function picture(string $id, array $at, array $more): self
    {
        return $this->layer($id, 'picture', $at, $more + ['fit' => 'cover']);
    }

    /**
     * @param array{float|int, float|int, float|int, float|int} $at
     * @param array<string, mixed>                              $more
     */
    public function code(string $id, string $code, string $pattern, array $at, array $more = []): self
    {
        return $this->layer($id, 'code', $at, $more + ['code' => $code, 'pattern' => $pattern, 'colour' => '#000000',
            'ground' => '#FFFFFF']);
    }

    /** @param array{float|int, float|int, float|int, float|int} $at */
    public function rectangle(string $id, array $at, string $fill): self
    {
        return $this->layer($id, 'shape', $at, ['shape' => 'rectangle', 'fill' => $fill, 'stroke' => null, 'strokeWidth' => 0,
            'radius' => 0]);
    }

    /**
     * A picture of one colour, or of two halves.
     *
     * @param positive-int $width
     * @param positive-int $height
     */
    public function file(string $name, int $width, int $height, string $colour, ?string $right = null): self
    {
        $image = imagecreatetruecolor($width, $height);
        \assert(false !== $image);
        $ink = static function (string $hex) use ($image): int {
            [$red, $green, $blue] = array_map(static fn (string $two): int => \ord((string) hex2bin($two)), str_split(substr($hex, 1), 2));

            return (int) imagecolorallocate($image, $red, $green, $blue);
        };
        imagefilledrectangle($image, 0, 0, $width, $height, $ink($colour));
        if (null !== $right) {
            imagefilledrectangle($image, intdiv($width, 2), 0, $width, $height, $ink($right));
        }
        ob_start();
        imagepng($image);
        $this->pictures[$name] = new PictureFile($name, 'image/png', (string) ob_get_clean(), $width, $height);

        return $this;
    }

    public function made(): MorpheaFile
    {
        $design = (new DesignCodec())->decode((string) json_encode($this->more + [
            'format' => 2,
            'name' => $this->name,
            'width' => 1200,
            'height' => 800,
            'dpi' => 'px' === $this->unit ? 96 : 300,
            'unit' => $this->unit,
            'locale' => 'en_GB',
            'sides' => [['name' => 'Front', 'background' => $this->background, 'layers' => $this->layers]],
        ]));
        $table = Table::of((new TableBuilder())->build($this->lines));
        if (null !== $this->numbers) {
            $table = ColumnEdit::kind($this->numbers, ColumnKind::Number)->apply($table);
        }

        return new MorpheaFile($design, PictureShelf::of($this->pictures), $table);
    }

    /**
     * @param array{float|int, float|int, float|int, float|int} $at
     * @param array<string, mixed>                              $more
     */
    private function layer(string $id, string $kind, array $at, array $more): self
    {
        $this->layers[] = $more + [
            'id' => $id,
            'name' => ucfirst($id),
            'kind' => $kind,
            'frame' => array_combine(['x', 'y', 'width', 'height'], $at),
            'opacity' => 1,
            'locked' => false,
            'hidden' => false,
        ];

        return $this;
    }
}
