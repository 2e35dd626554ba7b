<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Text;

use FFI\CData;
use Morphea\Core\Rendering\Ffi\Library;
use Morphea\Core\Rendering\Ffi\LibraryException;

/** HarfBuzz through PHP's FFI: advances and glyphs of shaped text, in font units. Signatures from hb.h, HarfBuzz 6. */
final class HarfBuzz
{
    private const HEADER = <<<'C'
    typedef struct hb_blob_t hb_blob_t; typedef struct hb_face_t hb_face_t; typedef struct hb_font_t hb_font_t;
    typedef struct hb_buffer_t hb_buffer_t;
    typedef struct { int32_t ascender; int32_t descender; int32_t line_gap; int32_t r[9]; } hb_font_extents_t;
    typedef struct { uint32_t codepoint; uint32_t mask; uint32_t cluster; uint32_t v1; uint32_t v2; } hb_glyph_info_t;
    typedef struct { int32_t x_advance; int32_t y_advance; int32_t x_offset; int32_t y_offset; uint32_t v; } hb_glyph_position_t;
    typedef struct { int32_t x_bearing; int32_t y_bearing; int32_t width; int32_t height; } hb_glyph_extents_t;
    typedef struct { uint32_t tag; uint32_t value; unsigned int start; unsigned int end; } hb_feature_t;
    hb_blob_t *hb_blob_create_from_file_or_fail(const char *file);
    hb_face_t *hb_face_create(hb_blob_t *blob, unsigned int index);
    unsigned int hb_face_get_upem(const hb_face_t *face);
    hb_font_t *hb_font_create(hb_face_t *face);
    int hb_font_get_h_extents(hb_font_t *font, hb_font_extents_t *extents);
    int hb_font_get_glyph_extents(hb_font_t *font, uint32_t glyph, hb_glyph_extents_t *extents);
    int hb_font_get_nominal_glyph(hb_font_t *font, uint32_t unicode, uint32_t *glyph);
    hb_buffer_t *hb_buffer_create(void);
    void hb_buffer_clear_contents(hb_buffer_t *buffer);
    void hb_buffer_add_utf8(hb_buffer_t *buffer, const char *text, int text_length, unsigned int item_offset, int item_length);
    void hb_buffer_guess_segment_properties(hb_buffer_t *buffer);
    void hb_buffer_set_direction(hb_buffer_t *buffer, int direction);
    void hb_shape(hb_font_t *font, hb_buffer_t *buffer, const hb_feature_t *features, unsigned int num_features);
    hb_glyph_info_t *hb_buffer_get_glyph_infos(hb_buffer_t *buffer, unsigned int *length);
    hb_glyph_position_t *hb_buffer_get_glyph_positions(hb_buffer_t *buffer, unsigned int *length);
    typedef struct hb_draw_funcs_t hb_draw_funcs_t;
    hb_draw_funcs_t *hb_draw_funcs_create(void);
    void hb_draw_funcs_set_move_to_func(hb_draw_funcs_t *dfuncs, void (*func)(void *, void *, void *, float, float, void *),
        void *data, void *destroy);
    void hb_draw_funcs_set_line_to_func(hb_draw_funcs_t *dfuncs, void (*func)(void *, void *, void *, float, float, void *),
        void *data, void *destroy);
    void hb_draw_funcs_set_cubic_to_func(hb_draw_funcs_t *dfuncs, void (*func)(void *, void *, void *, float, float, float, float,
        float, float, void *), void *data, void *destroy);
    void hb_draw_funcs_set_close_path_func(hb_draw_funcs_t *dfuncs, void (*func)(void *, void *, void *, void *), void *data,
        void *destroy);
    void hb_font_get_glyph_shape(hb_font_t *font, uint32_t glyph, hb_draw_funcs_t *dfuncs, void *draw_data);
    C;
    private const LEFT_TO_RIGHT = 4;
    private const RIGHT_TO_LEFT = 5;

    private readonly \FFI $ffi;
    private readonly CData $buffer;
    private readonly CData $length;
    private readonly CData $glyph;
    private readonly CData $noLigatures;
    /** Takes down outlines. */
    private ?CData $pen = null;
    /** @var list<array{string, list<float>}> the outline that is being taken down */
    private array $drawn = [];
    /** @var array<string, array{font: CData, upem: int}> */
    private array $fonts = [];

    /** @throws LibraryException */
    public function __construct()
    {
        $this->ffi = Library::bind(self::HEADER, 'libharfbuzz.so.0', 'libharfbuzz0b');
        $this->buffer = $this->ffi->hb_buffer_create();
        $this->length = $this->ffi->new('unsigned int');
        $this->glyph = $this->ffi->new('uint32_t');
        $this->noLigatures = $this->ffi->new('hb_feature_t[2]');
        foreach (['liga', 'clig'] as $i => $tag) {
            $this->noLigatures[$i]->tag = unpack('N', $tag)[1] ?? 0;
            $this->noLigatures[$i]->value = 0;
            $this->noLigatures[$i]->start = 0;
            $this->noLigatures[$i]->end = 0xffffffff;
        }
    }

    /** The advance width of the whole text in em, shaped at once. */
    public function advance(FontFace $face, string $text, bool $rightToLeft, bool $ligatures): float
    {
        $font = $this->font($face);
        $positions = $this->shape($font['font'], $text, $rightToLeft, $ligatures);
        $sum = 0;
        for ($i = 0, $n = $this->length->cdata; $i < $n; ++$i) {
            $sum += $positions[$i]->x_advance;
        }

        return $sum / $font['upem'];
    }

    /**
     * The bounds of its ink, in em from its origin on the baseline, y pointing down; null if nothing is visible.
     *
     * @return array{left: float, top: float, right: float, bottom: float}|null
     */
    public function ink(FontFace $face, string $text, bool $rightToLeft, bool $ligatures): ?array
    {
        $font = $this->font($face);
        $positions = $this->shape($font['font'], $text, $rightToLeft, $ligatures);
        $infos = $this->ffi->hb_buffer_get_glyph_infos($this->buffer, \FFI::addr($this->length));
        $extents = $this->ffi->new('hb_glyph_extents_t');
        $x = 0;
        $lefts = $tops = $rights = $bottoms = [];
        for ($i = 0, $n = $this->length->cdata; $i < $n; ++$i) {
            $there = $this->ffi->hb_font_get_glyph_extents($font['font'], $infos[$i]->codepoint, \FFI::addr($extents));
            if (0 !== $there && 0 !== $extents->width) {
                $left = $x + $positions[$i]->x_offset + $extents->x_bearing;
                $top = -$positions[$i]->y_offset - $extents->y_bearing;
                [$lefts[], $tops[], $rights[], $bottoms[]] = [$left, $top, $left + $extents->width, $top - $extents->height];
            }
            $x += $positions[$i]->x_advance;
        }

        return [] === $lefts || [] === $tops || [] === $rights || [] === $bottoms
            ? null
            : [
                'left' => min($lefts) / $font['upem'],
                'top' => min($tops) / $font['upem'],
                'right' => max($rights) / $font['upem'],
                'bottom' => max($bottoms) / $font['upem'],
            ];
    }

    /**
     * The glyphs from left to right: glyph index, byte offset of the cluster in the text, and position in em from the
     * origin on the baseline, y pointing down.
     *
     * @param float $spacing after each cluster but the last, in em
     *
     * @return list<array{int, int, float, float}>
     */
    public function glyphs(FontFace $face, string $text, bool $rightToLeft, float $spacing): array
    {
        $font = $this->font($face);
        $positions = $this->shape($font['font'], $text, $rightToLeft, 0.0 === $spacing);
        $infos = $this->ffi->hb_buffer_get_glyph_infos($this->buffer, \FFI::addr($this->length));
        $x = $extra = 0.0;
        $glyphs = [];
        $before = null;
        for ($i = 0, $n = $this->length->cdata; $i < $n; ++$i) {
            $cluster = $infos[$i]->cluster;
            if (null !== $before && $cluster !== $before) {
                $extra += $spacing;
            }
            $before = $cluster;
            $glyphs[] = [
                $infos[$i]->codepoint,
                $cluster,
                ($x + $positions[$i]->x_offset) / $font['upem'] + $extra,
                -$positions[$i]->y_offset / $font['upem'],
            ];
            $x += $positions[$i]->x_advance;
        }

        return $glyphs;
    }

    /**
     * The outline of a glyph in em, y pointing down: M, L, C or Z, each with its points.
     *
     * @return list<array{string, list<float>}>
     */
    public function outline(FontFace $face, int $glyph): array
    {
        $font = $this->font($face);
        $em = 1 / $font['upem'];
        $this->drawn = [];
        $this->pen ??= $this->pen();
        $this->ffi->hb_font_get_glyph_shape($font['font'], $glyph, $this->pen, null);

        $steps = [];
        foreach ($this->taken() as [$letter, $points]) {
            $placed = [];
            foreach ($points as $i => $point) {
                $placed[] = 0 === $i % 2 ? $point * $em : -$point * $em;
            }
            $steps[] = [$letter, $placed];
        }

        return $steps;
    }

    /** @return list<array{string, list<float>}> in units of the font, up being more */
    private function taken(): array
    {
        return $this->drawn;
    }

    private function pen(): CData
    {
        $pen = $this->ffi->hb_draw_funcs_create();
        $this->ffi->hb_draw_funcs_set_move_to_func(
            $pen,
            function ($f, $d, $s, float $x, float $y): void {
                $this->drawn[] = ['M', [$x, $y]];
            },
            null,
            null,
        );
        $this->ffi->hb_draw_funcs_set_line_to_func(
            $pen,
            function ($f, $d, $s, float $x, float $y): void {
                $this->drawn[] = ['L', [$x, $y]];
            },
            null,
            null,
        );
        $this->ffi->hb_draw_funcs_set_cubic_to_func(
            $pen,
            function ($f, $d, $s, float $x1, float $y1, float $x2, float $y2, float $x, float $y): void {
                $this->drawn[] = ['C', [$x1, $y1, $x2, $y2, $x, $y]];
            },
            null,
            null,
        );
        $this->ffi->hb_draw_funcs_set_close_path_func(
            $pen,
            function (): void {
                $this->drawn[] = ['Z', []];
            },
            null,
            null,
        );

        return $pen;
    }

    private function shape(CData $font, string $text, bool $rightToLeft, bool $ligatures): CData
    {
        $this->ffi->hb_buffer_clear_contents($this->buffer);
        $this->ffi->hb_buffer_add_utf8($this->buffer, $text, \strlen($text), 0, \strlen($text));
        $this->ffi->hb_buffer_guess_segment_properties($this->buffer);
        $this->ffi->hb_buffer_set_direction($this->buffer, $rightToLeft ? self::RIGHT_TO_LEFT : self::LEFT_TO_RIGHT);
        $this->ffi->hb_shape($font, $this->buffer, $ligatures ? null : $this->noLigatures, $ligatures ? 0 : 2);

        return $this->ffi->hb_buffer_get_glyph_positions($this->buffer, \FFI::addr($this->length));
    }

    public function hasGlyph(FontFace $face, int $codepoint): bool
    {
        return 0 !== $this->ffi->hb_font_get_nominal_glyph($this->font($face)['font'], $codepoint, \FFI::addr($this->glyph));
    }

    /** @return array{ascent: float, descent: float} in em, both positive */
    public function extents(FontFace $face): array
    {
        $font = $this->font($face);
        $extents = $this->ffi->new('hb_font_extents_t');
        $this->ffi->hb_font_get_h_extents($font['font'], \FFI::addr($extents));

        return ['ascent' => $extents->ascender / $font['upem'], 'descent' => -$extents->descender / $font['upem']];
    }

    /** @return array{font: CData, upem: int} */
    private function font(FontFace $face): array
    {
        $key = "$face->path#$face->index";
        if (!isset($this->fonts[$key])) {
            $blob = $this->ffi->hb_blob_create_from_file_or_fail($face->path);
            if (null === $blob) {
                throw new \RuntimeException("The font file $face->path cannot be read.");
            }
            $hbFace = $this->ffi->hb_face_create($blob, $face->index);
            $this->fonts[$key] = [
                'font' => $this->ffi->hb_font_create($hbFace),
                'upem' => $this->ffi->hb_face_get_upem($hbFace),
            ];
        }

        return $this->fonts[$key];
    }
}
