<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Cairo;

use FFI\CData;

/** The outline of a glyph in the form cairo takes at once (cairo.h, cairo_path_t), in em. */
final readonly class GlyphPath
{
    /** Kinds of steps, and how many places one takes: its own and one for each of its points. */
    private const KINDS = ['M' => [0, 2], 'L' => [1, 2], 'C' => [2, 4], 'Z' => [3, 1]];

    private CData $path;
    private Memory $steps;

    /** @param list<array{string, list<float>}> $steps */
    public function __construct(Cairo $cairo, array $steps)
    {
        $bytes = '';
        $count = 0;
        foreach ($steps as [$letter, $points]) {
            [$kind, $places] = self::KINDS[$letter];
            $bytes .= pack('llx8', $kind, $places) . ([] === $points ? '' : pack('d*', ...$points));
            $count += $places;
        }
        $this->steps = $cairo->memory(max(1, \strlen($bytes)));
        \FFI::memcpy($this->steps->it, $bytes, \strlen($bytes));
        $this->path = $cairo->ffi()->new('cairo_path_t');
        $this->path->data = $cairo->ffi()->cast('void*', $this->steps->it);
        $this->path->num_data = $count;
    }

    public function addTo(Context $context): void
    {
        if (0 !== $this->path->num_data) {
            $context->ffi->cairo_append_path($context->it, \FFI::addr($this->path));
        }
    }
}
