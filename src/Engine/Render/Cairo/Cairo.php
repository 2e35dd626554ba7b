<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Cairo;

use FFI\CData;
use Morphea\App\Engine\Render\FontSetup;
use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Drawing\Bounds;
use Morphea\Core\Rendering\Ffi\Library;

/**
 * cairo with librsvg and FreeType through PHP's FFI: librsvg draws with the same cairo, so all symbols are found through
 * its library. Signatures from cairo.h, cairo-pdf.h, cairo-ft.h (1.16), rsvg.h (2.54), freetype.h (2.12).
 */
final class Cairo
{
    public const ARGB = 0;
    public const RGB = 1;
    public const GOOD = 1;
    public const PAD = 3;
    public const EDGES = 0;
    public const WITHOUT_EDGES = 1;
    public const CLEAR = 0;
    public const SOURCE = 1;
    public const OVER = 2;
    public const ROUND = 1;
    public const COLOUR_AND_ALPHA = 0x3000;
    private const NO_HINTING = 1 << 1;
    private const NONE = 1;
    private const HEADER = <<<'C'
    typedef struct _cairo cairo_t; typedef struct _cairo_surface cairo_surface_t; typedef struct _cairo_pattern cairo_pattern_t;
    typedef struct _cairo_font_face cairo_font_face_t; typedef struct _cairo_font_options cairo_font_options_t;
    typedef struct { double xx; double yx; double xy; double yy; double x0; double y0; } cairo_matrix_t;
    typedef struct { double x, y, width, height; } cairo_rectangle_t;
    typedef struct { unsigned long index; double x; double y; } cairo_glyph_t;
    typedef struct { int num_bytes; int num_glyphs; } cairo_text_cluster_t;
    typedef struct { double x, y, width, height; } RsvgRectangle;
    typedef struct { unsigned int domain; int code; char *message; } GError;
    typedef void *FT_Library; typedef void *FT_Face; typedef struct _RsvgHandle RsvgHandle;
    typedef struct { int status; void *data; int num_data; } cairo_path_t;
    void cairo_append_path(cairo_t *cr, const cairo_path_t *path);
    cairo_surface_t *cairo_image_surface_create(int format, int width, int height);
    cairo_surface_t *cairo_image_surface_create_for_data(unsigned char *data, int format, int width, int height, int stride);
    unsigned char *cairo_image_surface_get_data(cairo_surface_t *surface);
    int cairo_image_surface_get_stride(cairo_surface_t *surface);
    cairo_surface_t *cairo_recording_surface_create(int content, const cairo_rectangle_t *extents);
    cairo_surface_t *cairo_pdf_surface_create(const char *filename, double width, double height);
    void cairo_pdf_surface_set_size(cairo_surface_t *surface, double width, double height);
    void cairo_pdf_surface_set_metadata(cairo_surface_t *surface, int metadata, const char *utf8);
    int cairo_pdf_surface_add_outline(cairo_surface_t *surface, int parent_id, const char *utf8, const char *link_attribs, int flags);
    void cairo_surface_show_page(cairo_surface_t *surface);
    int cairo_surface_set_mime_data(cairo_surface_t *surface, const char *mime_type, const unsigned char *data,
        unsigned long length, void (*destroy)(void *), void *closure);
    void *g_malloc(size_t size); void *g_memdup2(const void *data, size_t size); void g_free(void *memory);
    void cairo_surface_flush(cairo_surface_t *surface); void cairo_surface_mark_dirty(cairo_surface_t *surface);
    void cairo_surface_finish(cairo_surface_t *surface); void cairo_surface_destroy(cairo_surface_t *surface);
    cairo_surface_t *cairo_surface_reference(cairo_surface_t *surface);
    int cairo_surface_status(cairo_surface_t *surface); const char *cairo_status_to_string(int status);
    cairo_t *cairo_create(cairo_surface_t *target); void cairo_destroy(cairo_t *cr); int cairo_status(cairo_t *cr);
    void cairo_save(cairo_t *cr); void cairo_restore(cairo_t *cr);
    void cairo_push_group(cairo_t *cr); void cairo_pop_group_to_source(cairo_t *cr);
    void cairo_translate(cairo_t *cr, double x, double y); void cairo_scale(cairo_t *cr, double x, double y);
    void cairo_rotate(cairo_t *cr, double angle); void cairo_identity_matrix(cairo_t *cr);
    void cairo_get_matrix(cairo_t *cr, cairo_matrix_t *matrix); void cairo_set_matrix(cairo_t *cr, const cairo_matrix_t *matrix);
    void cairo_transform(cairo_t *cr, const cairo_matrix_t *matrix);
    void cairo_set_operator(cairo_t *cr, int op); void cairo_set_antialias(cairo_t *cr, int antialias);
    void cairo_set_source_rgba(cairo_t *cr, double red, double green, double blue, double alpha);
    void cairo_set_source(cairo_t *cr, cairo_pattern_t *pattern);
    void cairo_set_source_surface(cairo_t *cr, cairo_surface_t *surface, double x, double y);
        cairo_pattern_t *cairo_get_source(cairo_t *cr);
    void cairo_paint(cairo_t *cr); void cairo_paint_with_alpha(cairo_t *cr, double alpha);
    void cairo_new_path(cairo_t *cr); void cairo_move_to(cairo_t *cr, double x, double y); void cairo_line_to(cairo_t *cr,
        double x, double y);
    void cairo_curve_to(cairo_t *cr, double x1, double y1, double x2, double y2, double x3, double y3); void cairo_close_path(cairo_t *cr);
    void cairo_rectangle(cairo_t *cr, double x, double y, double width, double height);
    void cairo_fill(cairo_t *cr); void cairo_fill_preserve(cairo_t *cr); void cairo_stroke(cairo_t *cr); void cairo_clip(cairo_t *cr);
    void cairo_fill_extents(cairo_t *cr, double *x1, double *y1, double *x2, double *y2);
    void cairo_set_line_width(cairo_t *cr, double width); void cairo_set_line_join(cairo_t *cr, int join);
    void cairo_set_miter_limit(cairo_t *cr, double limit); void cairo_set_dash(cairo_t *cr, const double *dashes, int count,
        double offset);
    cairo_pattern_t *cairo_pattern_create_linear(double x0, double y0, double x1, double y1);
    cairo_pattern_t *cairo_pattern_create_radial(double x0, double y0, double r0, double x1, double y1, double r1);
    void cairo_pattern_add_color_stop_rgb(cairo_pattern_t *pattern, double offset, double red, double green, double blue);
    void cairo_pattern_set_matrix(cairo_pattern_t *pattern, const cairo_matrix_t *matrix); int cairo_matrix_invert(cairo_matrix_t *matrix);
    void cairo_pattern_set_filter(cairo_pattern_t *pattern, int filter); void cairo_pattern_set_extend(cairo_pattern_t *pattern,
        int extend);
    void cairo_pattern_destroy(cairo_pattern_t *pattern);
    void cairo_set_font_face(cairo_t *cr, cairo_font_face_t *face); void cairo_set_font_size(cairo_t *cr, double size);
    void cairo_set_font_options(cairo_t *cr, const cairo_font_options_t *options); cairo_font_options_t *cairo_font_options_create(void);
    void cairo_font_options_set_hint_style(cairo_font_options_t *options, int style);
    void cairo_font_options_set_hint_metrics(cairo_font_options_t *options, int metrics);
    void cairo_glyph_path(cairo_t *cr, const cairo_glyph_t *glyphs, int count);
    void cairo_show_text_glyphs(cairo_t *cr, const char *utf8, int utf8_len, const cairo_glyph_t *glyphs, int num_glyphs,
        const cairo_text_cluster_t *clusters, int num_clusters, int flags);
    void cairo_tag_begin(cairo_t *cr, const char *name, const char *attributes); void cairo_tag_end(cairo_t *cr, const char *name);
    cairo_font_face_t *cairo_ft_font_face_create_for_ft_face(FT_Face face, int load_flags);
    int FT_Init_FreeType(FT_Library *library); int FT_New_Face(FT_Library library, const char *path, long index, FT_Face *face);
    RsvgHandle *rsvg_handle_new_from_stream_sync(void *stream, void *base, int flags, void *cancellable, GError **error);
    int rsvg_handle_render_document(RsvgHandle *handle, cairo_t *cr, const RsvgRectangle *viewport, GError **error);
    void *g_memory_input_stream_new_from_data(const void *data, long length, void *destroy);
    void *g_bytes_new(const void *data, size_t size); void *g_memory_input_stream_new_from_bytes(void *bytes);
        void g_bytes_unref(void *bytes);
    void g_object_unref(void *object); void g_error_free(GError *error);
    C;
    /** Drawings of any depth and size of text. */
    private const UNLIMITED = 1;
    /** CAIRO_STATUS_WRITE_ERROR */
    private const NOT_WRITTEN = 11;

    private ?\FFI $ffi = null;
    private CData $freeType;
    private CData $options;

    public function __construct(private readonly FontSetup $fonts)
    {
    }

    public function ffi(): \FFI
    {
        if (null === $this->ffi) {
            $this->fonts->apply();
            $this->ffi = Library::bind(self::HEADER, 'librsvg-2.so.2', 'librsvg2-2');
            $this->freeType = $this->ffi->new('FT_Library');
            if (0 !== $this->ffi->FT_Init_FreeType(\FFI::addr($this->freeType))) {
                throw new RenderException(new Message('render.no_renderer'));
            }
            // As librsvg draws letters: as their outlines are, in no grid.
            $this->options = $this->ffi->cairo_font_options_create();
            $this->ffi->cairo_font_options_set_hint_style($this->options, self::NONE);
            $this->ffi->cairo_font_options_set_hint_metrics($this->options, self::NONE);
        }

        return $this->ffi;
    }

    /**
     * @param array{int, int} $at    the pixel of a whole that is its first one
     * @param Bounds|null     $whole all of that whole
     *
     * @throws RenderException where there is no memory for it, or it is larger than cairo draws
     */
    public function image(int $width, int $height, bool $opaque = false, array $at = [0, 0], ?Bounds $whole = null): Surface
    {
        return new Surface(
            $this,
            $this->ffi()->cairo_image_surface_create($opaque ? self::RGB : self::ARGB, $width, $height),
            Bounds::of($at[0], $at[1], $width, $height),
            $at,
            $whole,
        );
    }

    /**
     * An image of existing pixels, four bytes each, row by row.
     *
     * @param CData           $pixels a pointer to them
     * @param mixed           $keeps  what they live as long as
     * @param array{int, int} $at     the pixel of a whole that is its first one
     * @param Bounds|null     $whole  all of that whole
     */
    public function over(
        CData $pixels,
        int $width,
        int $height,
        bool $opaque,
        mixed $keeps,
        array $at = [0, 0],
        ?Bounds $whole = null,
    ): Surface {
        $surface = $this->ffi()->cairo_image_surface_create_for_data(
            $this->ffi()->cast('unsigned char*', $pixels),
            $opaque ? self::RGB : self::ARGB,
            $width,
            $height,
            4 * $width,
        );

        return new Surface($this, $surface, Bounds::of($at[0], $at[1], $width, $height), $at, $whole, keeps: $keeps);
    }

    /** Allocates that many bytes, uninitialised. */
    public function memory(int $bytes): Memory
    {
        $ffi = $this->ffi();

        return new Memory($ffi, $ffi->cast('unsigned char*', $ffi->g_malloc($bytes)));
    }

    /** Records drawing so that it can be replayed elsewhere as vectors. Its units are dots. */
    public function recording(Bounds $box): Surface
    {
        $extents = $this->ffi()->new('cairo_rectangle_t');
        [$extents->x, $extents->y, $extents->width, $extents->height] = [$box->left, $box->top, $box->width(), $box->height()];

        return new Surface(
            $this,
            $this->ffi()->cairo_recording_surface_create(self::COLOUR_AND_ALPHA, \FFI::addr($extents)),
            $box,
        );
    }

    public function face(string $path, int $index): CData
    {
        $ffi = $this->ffi();
        $face = $ffi->new('FT_Face');
        if (0 !== $ffi->FT_New_Face($this->freeType, $path, $index, \FFI::addr($face))) {
            throw new RenderException(new Message('render.font', ['file' => basename($path)]));
        }

        return $ffi->cairo_ft_font_face_create_for_ft_face($face, self::NO_HINTING);
    }

    public function fontOptions(): CData
    {
        $this->ffi();

        return $this->options;
    }

    /** @throws RenderException when it cannot be read */
    public function svg(string $svg): Handle
    {
        $ffi = $this->ffi();
        $bytes = $ffi->g_bytes_new($svg, \strlen($svg));
        $stream = $ffi->g_memory_input_stream_new_from_bytes($bytes);
        $error = $ffi->new('GError*');
        $handle = $ffi->rsvg_handle_new_from_stream_sync($stream, null, self::UNLIMITED, null, \FFI::addr($error));
        $ffi->g_object_unref($stream);
        $ffi->g_bytes_unref($bytes);
        if (null === $handle || \FFI::isNull($handle)) {
            throw $this->error('render.drawing', $error);
        }

        return new Handle($this, $handle);
    }

    /**
     * A part of a page, in the page's own units: drawn separately into the same box it matches the whole page edge for
     * edge.
     *
     * @param Bounds $box of whole units, so that none of them is rounded
     */
    public function part(string $markup, Bounds $box): Handle
    {
        return $this->svg(
            '<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" viewBox="' .
                implode(' ', [$box->left, $box->top, $box->width(), $box->height()]) .
                "\">$markup</svg>",
        );
    }

    /** Draws it to fill a box in the units of the context. */
    public function render(Handle $handle, CData $cr, Bounds $in): void
    {
        $ffi = $this->ffi();
        $box = $ffi->new('RsvgRectangle');
        [$box->x, $box->y, $box->width, $box->height] = [$in->left, $in->top, $in->width(), $in->height()];
        $error = $ffi->new('GError*');
        if (0 === $ffi->rsvg_handle_render_document($handle->it, $cr, \FFI::addr($box), \FFI::addr($error))) {
            throw $this->error('render.failed', $error);
        }
    }

    /** @throws RenderException|NoSpaceException where something is wrong */
    public function check(int $status): void
    {
        if (self::NOT_WRITTEN === $status) {
            throw new NoSpaceException('There is no room left to write the PDF.');
        }
        if (0 !== $status) {
            throw new RenderException(new Message('render.failed', ['why' => $this->ffi()->cairo_status_to_string($status)]));
        }
    }

    private function error(string $id, CData $error): RenderException
    {
        $why = '?';
        if (!\FFI::isNull($error)) {
            $why = \FFI::string($error->message);
            $this->ffi()->g_error_free($error);
        }

        return new RenderException(new Message($id, ['why' => $why]));
    }
}
