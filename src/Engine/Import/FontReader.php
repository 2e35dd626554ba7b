<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

use FontLib\Font;
use FontLib\TrueType\File;
use Morphea\App\Platform\Files\UploadException;
use Morphea\Core\Message;

/**
 * Checks fonts by their content: complete, a single face, with the tables that drawing and PDF need, and allowed to be
 * embedded.
 */
final readonly class FontReader
{
    public const MAX_BYTES = 20_000_000;
    private const MUST = ['cmap', 'head', 'hhea', 'hmtx', 'maxp', 'name', 'OS/2'];
    private const MOST_TABLES = 100;
    /** OS/2 fsType, bit 1: must not be embedded without its owner's leave; bit 9: only bitmaps may be. */
    private const RESTRICTED = 0x0002;
    private const BITMAPS_ONLY = 0x0200;
    /** Bit 8: must not be cut down to the letters that are used, which is how PDFs hold fonts. */
    private const WHOLE_ONLY = 0x0100;

    /** @throws UploadException */
    public function read(string $bytes, string $name): FontFile
    {
        if (\strlen($bytes) > self::MAX_BYTES) {
            throw new UploadException(new Message('import.font.too_large', ['name' => $name, 'most' => self::MAX_BYTES / 1_000_000]));
        }
        $ending = match (true) {
            str_starts_with($bytes, "\0\1\0\0"), str_starts_with($bytes, 'true') => 'ttf',
            str_starts_with($bytes, 'OTTO') => 'otf',
            str_starts_with($bytes, 'ttcf') => throw new UploadException(new Message('import.font.collection', ['name' => $name])),
            str_starts_with($bytes, 'wOF') => throw new UploadException(new Message('import.font.web', ['name' => $name])),
            default => throw new UploadException(new Message('import.font.unusable', ['name' => $name])),
        };
        $tables = $this->tables($bytes, $name);
        $missing = array_diff([...self::MUST, ...'otf' === $ending ? [] : ['glyf', 'loca']], array_keys($tables));
        if ([] !== $missing || ('otf' === $ending && !isset($tables['CFF ']) && !isset($tables['CFF2']))) {
            throw new UploadException(new Message('import.font.broken', ['name' => $name]));
        }
        [$offset, $length] = $tables['OS/2'];
        if ($length < 68) {
            throw new UploadException(new Message('import.font.broken', ['name' => $name]));
        }
        $number = static fn (int $at): int => (\ord($bytes[$offset + $at]) << 8) | \ord($bytes[$offset + $at + 1]);
        if (0 !== ($number(8) & self::BITMAPS_ONLY) || self::RESTRICTED === ($number(8) & 0x000f)) {
            throw new UploadException(new Message('import.font.no_embedding', ['name' => $name]));
        }
        $names = $this->names($bytes, $name, $ending);
        $family = $names[16] ?? ($names[1] ?? '');
        if ('' === $family) {
            throw new UploadException(new Message('import.font.unnamed', ['name' => $name]));
        }

        return new FontFile(
            mb_strimwidth($family, 0, 70, '', 'UTF-8'),
            max(100, min(900, $number(4))),
            0 !== ($number(62) & 0x0201),
            trim(
                ($names[13] ?? '') . ' ' . ($names[14] ?? ''),
            ),
            $ending,
            $bytes,
            0 !== ($number(8) & self::WHOLE_ONLY),
        );
    }

    /**
     * The table directory of a font file (OpenType 1.9, “Organization of an OpenType font”).
     *
     * @return array<string, array{int, int}> offset and length by name; all lie within the file
     *
     * @throws UploadException
     */
    private function tables(string $bytes, string $name): array
    {
        $count = \strlen($bytes) >= 12 ? (\ord($bytes[4]) << 8) | \ord($bytes[5]) : 0;
        if (0 === $count || $count > self::MOST_TABLES || \strlen($bytes) < 12 + 16 * $count) {
            throw new UploadException(new Message('import.font.broken', ['name' => $name]));
        }
        $tables = [];
        for ($i = 0; $i < $count; ++$i) {
            /** @var array{tag: string, offset: int, length: int} $entry */
            $entry = unpack('a4tag/Nsum/Noffset/Nlength', $bytes, 12 + 16 * $i);
            if ($entry['offset'] + $entry['length'] > \strlen($bytes)) {
                throw new UploadException(new Message('import.font.broken', ['name' => $name]));
            }
            $tables[$entry['tag']] = [$entry['offset'], $entry['length']];
        }

        return $tables;
    }

    /**
     * @return array<int, string> by name id
     *
     * @throws UploadException
     */
    private function names(string $bytes, string $name, string $ending): array
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'morphea');
        file_put_contents($file, $bytes);
        try {
            $font = Font::load($file);
            if (!($font instanceof File)) {
                throw new UploadException(new Message('import.font.unusable', ['name' => $name]));
            }
            $font->parse();
            $records = $font->getData('name', 'records');
            $font->close();
            $names = [];
            foreach (\is_array($records) ? $records : [] as $id => $record) {
                $names[(int) $id] = trim(
                    (string) preg_replace('/[\x00-\x1F\x7F]+/u', ' ', mb_scrub((string) $record, 'UTF-8')),
                );
            }

            return array_filter($names, static fn (string $text): bool => '' !== $text);
        } catch (UploadException $e) {
            throw $e;
        } catch (\Throwable $e) {
            throw new UploadException(
                new Message('import.font.broken', ['name' => $name]),
                0,
                $e,
            );
        } finally {
            unlink($file);
        }
    }
}
