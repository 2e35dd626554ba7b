<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Cairo;

use FFI\CData;
use Morphea\App\Engine\Render\FontSetup;
use Morphea\Core\Rendering\Drawing\TextItem;
use Morphea\Core\Rendering\Text\FontFace;
use Morphea\Core\Rendering\Text\LetterOutlines;

/** Letters for cairo: glyphs as positioned by HarfBuzz, so that they stand where the layout measured them. */
final class Fonts
{
    private const BACKWARD = 1;

    /** @var array<string, GlyphPath> */
    private array $paths = [];
    /** @var array<string, CData> */
    private array $faces = [];
    private readonly LetterOutlines $outlines;

    public function __construct(private readonly Cairo $cairo, private readonly FontSetup $setup)
    {
        $this->outlines = new LetterOutlines();
    }

    /** Adds the outline of some letters to the path of a context. */
    public function path(Context $context, TextItem $item): void
    {
        $face = $this->setup->here($item->face);
        [$ffi, $it] = [$context->ffi, $context->it];
        $matrix = $context->matrix();
        foreach ($this->glyphs($face, $item) as [$glyph, , $x, $y]) {
            $ffi->cairo_translate($it, $item->x + $x * $item->size, $item->y + $y * $item->size);
            $ffi->cairo_scale($it, $item->size, $item->size);
            $outline = $this->paths["$face->path#$face->index#$glyph"] ??= new GlyphPath(
                $this->cairo,
                $this->outlines->outline($face, $glyph),
            );
            $outline->addTo($context);
            $ffi->cairo_set_matrix($it, \FFI::addr($matrix));
        }
    }

    /** Letters that stay text on surfaces that support it: each cluster of glyphs carries its part of the text. */
    public function show(Context $context, TextItem $item): void
    {
        [$glyphs, $count, $starts] = $this->set($context, $item);
        $begins = array_values(array_unique($starts));
        sort($begins);
        $counts = array_count_values($starts);
        $clusters = $context->ffi->new('cairo_text_cluster_t[' . max(1, \count($begins)) . ']');
        foreach ($begins as $i => $begin) {
            $clusters[$i]->num_bytes = ($begins[$i + 1] ?? \strlen($item->text)) - $begin;
            $clusters[$i]->num_glyphs = $counts[$begin];
        }
        $context->ffi->cairo_show_text_glyphs(
            $context->it,
            $item->text,
            \strlen($item->text),
            $glyphs,
            $count,
            $clusters,
            \count($begins),
            $item->rightToLeft ? self::BACKWARD : 0,
        );
    }

    /** @return array{CData, int, list<int>} the glyphs, how many, and the byte that the cluster of each begins at */
    private function set(Context $context, TextItem $item): array
    {
        $face = $this->setup->here($item->face);
        $context->ffi->cairo_set_font_face(
            $context->it,
            $this->faces["$face->path#$face->index"] ??= $this->cairo->face($face->path, $face->index),
        );
        $context->ffi->cairo_set_font_size($context->it, $item->size);
        $set = $this->glyphs($face, $item);
        $count = \count($set);
        $glyphs = $context->ffi->new('cairo_glyph_t[' . max(1, $count) . ']');
        foreach ($set as $i => [$glyph, , $x, $y]) {
            $glyphs[$i]->index = $glyph;
            $glyphs[$i]->x = $item->x + $x * $item->size;
            $glyphs[$i]->y = $item->y + $y * $item->size;
        }

        return [$glyphs, $count, array_column($set, 1)];
    }

    /** @return list<array{int, int, float, float}> as HarfBuzz gives them, in em */
    private function glyphs(FontFace $face, TextItem $item): array
    {
        $spacing = $item->size > 0 ? $item->letterSpacing / $item->size : 0.0;

        return $this->outlines->harfBuzz->glyphs($face, $item->text, $item->rightToLeft, $spacing);
    }
}
