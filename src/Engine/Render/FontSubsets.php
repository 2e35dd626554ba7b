<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

use FFI\CData;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\SvgMarkup;
use Morphea\Core\Rendering\Drawing\Within;
use Morphea\Core\Rendering\Ffi\Library;
use Morphea\Core\Rendering\Text\FontFace;

/** Embeds fonts in an SVG, reduced by HarfBuzz to the glyphs its text needs. Signatures from hb-subset.h (6.0). */
final class FontSubsets
{
    private const KEPT = 16_000_000;
    private const HEADER = <<<'C'
    typedef struct hb_blob_t hb_blob_t; typedef struct hb_face_t hb_face_t; typedef struct hb_set_t hb_set_t;
    typedef struct hb_subset_input_t hb_subset_input_t;
    hb_blob_t *hb_blob_create_from_file_or_fail(const char *file); void hb_blob_destroy(hb_blob_t *blob);
    void *hb_blob_get_data(hb_blob_t *blob, unsigned int *length);
    hb_face_t *hb_face_create(hb_blob_t *blob, unsigned int index); void hb_face_destroy(hb_face_t *face);
    hb_blob_t *hb_face_reference_blob(hb_face_t *face);
    hb_subset_input_t *hb_subset_input_create_or_fail(void); void hb_subset_input_destroy(hb_subset_input_t *input);
    hb_set_t *hb_subset_input_unicode_set(hb_subset_input_t *input); void hb_set_add(hb_set_t *set, uint32_t codepoint);
    hb_face_t *hb_subset_or_fail(hb_face_t *source, const hb_subset_input_t *input);
    C;

    private ?\FFI $ffi = null;
    /** @var array<string, CData> faces by their files */
    private array $faces = [];
    /** @var BoundedCache<FontRule> */
    private BoundedCache $made;

    public function __construct(private readonly FontSetup $setup)
    {
        $this->made = new BoundedCache(self::KEPT);
    }

    /** The drawing with its fonts embedded. */
    public function into(string $svg, Drawing $drawing): string
    {
        $faces = $letters = [];
        foreach (Within::letters($drawing->groups) as $item) {
            $key = "{$item->face->path}#{$item->face->index}";
            $faces[$key] = $item->face;
            $letters[$key] = ($letters[$key] ?? '') . $item->text;
        }
        $rules = '';
        foreach ($faces as $key => $face) {
            $rules .= $this->rule($face, $letters[$key]);
        }
        $head = (int) strpos($svg, '>') + 1;

        return '' === $rules ? $svg : substr($svg, 0, $head) . "<style>$rules</style>" . substr($svg, $head);
    }

    /** @return string bytes of a font with the glyphs of these letters, and no others */
    public function build(FontFace $face, string $letters): string
    {
        return $this->subset($face, self::points($letters));
    }

    /** @return list<string> */
    private static function points(string $letters): array
    {
        $points = array_unique(mb_str_split($letters, 1, 'UTF-8'));
        sort($points);

        return $points;
    }

    private function rule(FontFace $face, string $letters): string
    {
        $points = self::points($letters);
        $key = "$face->path#$face->index " . implode('', $points);
        $rule = $this->made->get($key);
        if (null === $rule) {
            $rule = new FontRule(
                \sprintf(
                    '@font-face{font-family:"%s";font-weight:%d;font-style:%s;src:url(data:font/ttf;base64,%s)}',
                    SvgMarkup::escape($face->family),
                    $face->weight,
                    $face->italic ? 'italic' : 'normal',
                    base64_encode($this->subset($face, $points)),
                ),
            );
            $this->made->keep($key, $rule, \strlen($rule->css));
        }

        return $rule->css;
    }

    /** @param array<string> $letters each once */
    private function subset(FontFace $face, array $letters): string
    {
        $ffi = $this->ffi ??= Library::bind(self::HEADER, 'libharfbuzz-subset.so.0', 'libharfbuzz-subset0');
        $face = $this->setup->here($face);
        $whole = $this->faces["$face->path#$face->index"] ??= $this->face($ffi, $face);
        $input = $ffi->hb_subset_input_create_or_fail();
        $set = $ffi->hb_subset_input_unicode_set($input);
        foreach ($letters as $letter) {
            $ffi->hb_set_add($set, mb_ord($letter, 'UTF-8'));
        }
        $part = $ffi->hb_subset_or_fail($whole, $input);
        $ffi->hb_subset_input_destroy($input);
        if (null === $part) {
            throw new RenderException(new Message('render.font', ['file' => basename($face->path)]));
        }
        $blob = $ffi->hb_face_reference_blob($part);
        $length = $ffi->new('unsigned int');
        $bytes = \FFI::string($ffi->hb_blob_get_data($blob, \FFI::addr($length)), $length->cdata);
        $ffi->hb_blob_destroy($blob);
        $ffi->hb_face_destroy($part);

        return $bytes;
    }

    private function face(\FFI $ffi, FontFace $face): CData
    {
        $blob = $ffi->hb_blob_create_from_file_or_fail($face->path);
        if (null === $blob) {
            throw new RenderException(new Message('render.font', ['file' => basename($face->path)]));
        }

        return $ffi->hb_face_create($blob, $face->index);
    }
}
