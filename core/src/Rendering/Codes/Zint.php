<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Codes;

use FFI\CData;
use Morphea\Core\Rendering\Ffi\Library;

/** Libzint by PHP's FFI: the modules of codes of every kind. Structure and calls from zint.h, 2.11. */
final class Zint
{
    public const GS1 = 2;
    public const UTF_8 = 1;
    private const GS1_IN_ROUND_BRACKETS = 16;
    /** The number of UTF-8 among character sets (AIM ECI 000026). */
    private const ECI_UTF_8 = 26;
    private const FIRST_ERROR = 5;

    private const HEADER = <<<'C'
    struct zint_structapp { int index; int count; char id[32]; };
    struct zint_symbol {
        int symbology; float height; float scale; int whitespace_width; int whitespace_height; int border_width;
        int output_options; char fgcolour[10]; char bgcolour[10]; char *fgcolor; char *bgcolor;
        char outfile[256]; char primary[128]; int option_1; int option_2; int option_3; int show_hrt; int fontsize;
        int input_mode; int eci; float dot_size; float guard_descent; struct zint_structapp structapp;
        int warn_level; int debug; unsigned char text[128]; int rows; int width;
        unsigned char encoded_data[200][144]; float row_height[200]; char errtxt[100];
        unsigned char *bitmap; int bitmap_width; int bitmap_height; unsigned char *alphamap;
        unsigned int bitmap_byte_length; void *vector;
    };
    struct zint_symbol *ZBarcode_Create(void);
    void ZBarcode_Delete(struct zint_symbol *symbol);
    int ZBarcode_Encode(struct zint_symbol *symbol, const char *source, int length);
    C;


    /**
     * @param int $level how much may be damaged, as option_1 of the symbology says; 0 as the library chooses
     *
     * @return array{rows: non-empty-list<string>, text: string} rows of the letters 1 and 0; what stands under bars
     *
     * @throws CodeException with the library's words
     */
    public static function encode(int $symbology, string $words, int $mode, int $level, int $option3): array
    {
        $ffi = Library::bind(self::HEADER, 'libzint.so.2.11', 'libzint2.11');
        /** @var CData $symbol */
        $symbol = $ffi->ZBarcode_Create();
        try {
            $symbol->symbology = $symbology;
            $symbol->input_mode = self::GS1 === $mode ? self::GS1 | self::GS1_IN_ROUND_BRACKETS : $mode;
            $symbol->option_3 = $option3;
            if (0 !== $level) {
                $symbol->option_1 = $level;
            }
            if (self::UTF_8 === $mode && 1 === preg_match('/[^\x00-\x7F]/', $words)) {
                $symbol->eci = self::ECI_UTF_8;
            }
            if ($ffi->ZBarcode_Encode($symbol, $words, \strlen($words)) >= self::FIRST_ERROR) {
                throw new CodeException(self::why(\FFI::string(\FFI::addr($symbol->errtxt[0]))));
            }

            return ['rows' => self::rows($symbol), 'text' => self::text($symbol)];
        } finally {
            $ffi->ZBarcode_Delete($symbol);
        }
    }

    /** @return non-empty-list<string> */
    private static function rows(CData $symbol): array
    {
        $rows = [];
        $bytes = max(0, intdiv($symbol->width + 7, 8));
        for ($y = 0; $y < $symbol->rows; ++$y) {
            $row = '';
            foreach (str_split(\FFI::string(\FFI::addr($symbol->encoded_data[$y][0]), $bytes)) as $byte) {
                // The lowest bit of a byte is the leftmost module.
                $row .= strrev(\sprintf('%08b', \ord($byte)));
            }
            $rows[] = substr($row, 0, $symbol->width);
        }
        \assert([] !== $rows);

        return $rows;
    }

    private static function text(CData $symbol): string
    {
        $text = \FFI::string(\FFI::addr($symbol->text[0]), 128);

        return substr($text, 0, (int) strpos($text . "\0", "\0"));
    }

    /** Its message without the number, as part of a sentence (“Error 205: No message data …”). */
    private static function why(string $error): string
    {
        return lcfirst(trim((string) preg_replace('/^(?:Error|Warning) \d+: /', '', $error)));
    }
}
