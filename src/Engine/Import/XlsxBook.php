<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

use Morphea\App\Platform\Files\UploadException;
use PhpOffice\PhpSpreadsheet\Shared\Date;
use PhpOffice\PhpSpreadsheet\Shared\StringHelper;
use PhpOffice\PhpSpreadsheet\Style\NumberFormat;

/**
 * What the sheets of an XLSX share: names, texts and number formats (ECMA-376, part 1, chapter 18). Read as a stream;
 * PhpSpreadsheet, which holds whole workbooks in memory, is only used to format numbers.
 */
final class XlsxBook
{
    private const MOST_TEXT_BYTES = 100_000_000;
    private const MOST_TEXTS = 4_000_000;
    private const REMEMBERED = 50_000;

    /** @var array<string, array{path: string, hidden: bool}> sheets by name, in their order */
    public readonly array $sheets;
    private readonly string $texts;
    private readonly string $styles;
    private bool $from1904 = false;
    /** @var list<string>|null */
    private ?array $strings = null;
    /** @var list<string>|null format codes by style */
    private ?array $formats = null;
    /** @var array<string, string> numbers as they look */
    private array $shown = [];

    /** @throws UploadException */
    public function __construct(private readonly ZipXml $xml)
    {
        $related = self::related($xml, 'xl/workbook.xml');
        $sheets = [];
        foreach ($xml->parts('xl/workbook.xml') as $at) {
            if (\XMLReader::ELEMENT !== $at->nodeType) {
                continue;
            }
            if ('workbookPr' === $at->localName) {
                $this->from1904 = \in_array($at->getAttribute('date1904'), ['1', 'true'], true);
            }
            $id = 'sheet' === $at->localName ? self::relation($at) : null;
            if (null !== $id && isset($related[$id]) && 'worksheet' === $related[$id]['type']) {
                $sheets[(string) $at->getAttribute('name')] = [
                    'path' => $related[$id]['path'],
                    'hidden' => !\in_array($at->getAttribute('state'), [null, '', 'visible'], true),
                ];
            }
        }
        $this->sheets = $sheets;
        $byType = array_column($related, 'path', 'type');
        $this->texts = $byType['sharedStrings'] ?? 'xl/sharedStrings.xml';
        $this->styles = $byType['styles'] ?? 'xl/styles.xml';
    }

    /**
     * The targets of a part's relations, as far as they are inside this file.
     *
     * @return array<string, array{type: string, path: string, outside: bool}> by id
     */
    public static function related(ZipXml $xml, string $part): array
    {
        $related = [];
        foreach ($xml->parts(\dirname($part) . '/_rels/' . basename($part) . '.rels') as $at) {
            if (\XMLReader::ELEMENT === $at->nodeType && 'Relationship' === $at->localName) {
                $target = (string) $at->getAttribute('Target');
                $path = str_starts_with($target, '/') ? substr($target, 1) : \dirname($part) . "/$target";
                $related[(string) $at->getAttribute('Id')] = [
                    'type' => basename((string) $at->getAttribute('Type')),
                    'path' => self::plain($path),
                    'outside' => 'External' === $at->getAttribute('TargetMode'),
                ];
            }
        }

        return $related;
    }

    /** The id of the relation an element names, in whichever namespace. */
    public static function relation(\XMLReader $at, string $attribute = 'id'): ?string
    {
        $found = null;
        while ($at->moveToNextAttribute()) {
            if ($attribute === $at->localName && str_contains($at->namespaceURI, 'relationships')) {
                $found = $at->value;
            }
        }
        $at->moveToElement();

        return $found;
    }

    /** A shared text by its index. */
    public function text(int $number): string
    {
        return ($this->strings ??= $this->readTexts())[$number] ?? '';
    }

    /** A number formatted by a style. */
    public function number(string $value, int $style): string
    {
        $code = ($this->formats ??= $this->readFormats())[$style] ?? NumberFormat::FORMAT_GENERAL;
        $key = "$code\0$value";
        if (isset($this->shown[$key])) {
            return $this->shown[$key];
        }
        if (\count($this->shown) >= self::REMEMBERED) {
            $this->shown = [];
        }
        $before = Date::getExcelCalendar();
        Date::setExcelCalendar($this->from1904 ? Date::CALENDAR_MAC_1904 : Date::CALENDAR_WINDOWS_1900);
        try {
            return $this->shown[$key] = NumberFormat::toFormattedString(is_numeric($value) ? 0 + $value : $value, $code);
        } catch (\Throwable) {
            // A format nobody can follow: the number as it is.
            return $this->shown[$key] = $value;
        } finally {
            Date::setExcelCalendar($before);
        }
    }

    /** Characters that XML cannot hold are written as _x000D_ (ECMA-376, 22.9.2.19). */
    public static function letters(string $text): string
    {
        return str_contains($text, '_x') ? StringHelper::controlCharacterOOXML2PHP($text) : $text;
    }

    /** @return list<string> */
    private function readTexts(): array
    {
        $texts = [];
        $bytes = 0;
        $text = '';
        $reading = $aside = false;
        foreach ($this->xml->parts($this->texts) as $at) {
            $isElement = \XMLReader::ELEMENT === $at->nodeType;
            if ($isElement || \XMLReader::END_ELEMENT === $at->nodeType) {
                if ('t' === $at->localName) {
                    $reading = $isElement && !$at->isEmptyElement && !$aside;
                } elseif ('rPh' === $at->localName) {
                    // How a word is spoken, which stands beside it.
                    $aside = $isElement && !$at->isEmptyElement;
                } elseif ('si' === $at->localName && (!$isElement || $at->isEmptyElement)) {
                    $texts[] = self::letters($text);
                    if ('' !== $text) {
                        $this->xml->found();
                    }
                    $bytes += \strlen($text);
                    $text = '';
                    if (\count($texts) > self::MOST_TEXTS || $bytes > self::MOST_TEXT_BYTES) {
                        throw $this->xml->damaged();
                    }
                }
            } elseif ($reading && $at->hasValue) {
                $text .= $at->value;
                if (\strlen($text) > self::MOST_TEXT_BYTES) {
                    throw $this->xml->damaged();
                }
            }
        }

        return $texts;
    }

    /** @return list<string> */
    private function readFormats(): array
    {
        $own = $formats = [];
        $inCells = false;
        foreach ($this->xml->parts($this->styles) as $at) {
            if ('cellXfs' === $at->localName) {
                $inCells = \XMLReader::ELEMENT === $at->nodeType;
            } elseif (\XMLReader::ELEMENT === $at->nodeType && 'numFmt' === $at->localName) {
                $own[(int) $at->getAttribute('numFmtId')] = (string) $at->getAttribute('formatCode');
            } elseif ($inCells && \XMLReader::ELEMENT === $at->nodeType && 'xf' === $at->localName) {
                $id = (int) $at->getAttribute('numFmtId');
                $formats[] = $own[$id] ?? (NumberFormat::builtInFormatCode($id) ?: NumberFormat::FORMAT_GENERAL);
            }
        }

        return $formats;
    }

    private static function plain(string $path): string
    {
        $parts = [];
        foreach (explode('/', $path) as $part) {
            if ('..' === $part) {
                array_pop($parts);
            } elseif ('' !== $part && '.' !== $part) {
                $parts[] = $part;
            }
        }

        return implode('/', $parts);
    }
}
