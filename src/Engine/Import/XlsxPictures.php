<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

use Morphea\Core\Message;

/**
 * Pictures anchored to cells of an XLSX: only those inside the file; unusable ones are reported (ECMA-376, part 1,
 * 20.5).
 */
final readonly class XlsxPictures
{
    private const ANCHORS = ['oneCellAnchor', 'twoCellAnchor'];
    private const USABLE = '/\.(png|jpe?g|webp|svg)$/i';
    private const MOST = 5_000;

    /**
     * @param list<array{line: int, column: int, entry: string, name: string}> $pictures entry of the file; line and column from 0
     * @param list<Message>                                                     $notices
     */
    private function __construct(public array $pictures, public array $notices)
    {
    }

    public static function of(ZipXml $xml, string $sheet): self
    {
        $pictures = [];
        $outside = $missing = 0;
        $unreadable = [];
        foreach (XlsxBook::related($xml, $sheet) as $drawing) {
            if ('drawing' !== $drawing['type'] || $drawing['outside']) {
                continue;
            }
            $media = XlsxBook::related($xml, $drawing['path']);
            foreach (self::anchors($xml, $drawing['path']) as [$line, $column, $id]) {
                $found = $media[$id] ?? null;
                if (null === $found || (!$found['outside'] && null === $xml->size($found['path']))) {
                    ++$missing;
                } elseif ($found['outside']) {
                    ++$outside;
                } elseif (1 !== preg_match(self::USABLE, $found['path'])) {
                    $unreadable[] = basename($found['path']);
                } elseif (\count($pictures) < self::MOST) {
                    $pictures[] = [
                        'line' => $line,
                        'column' => $column,
                        'entry' => $found['path'],
                        'name' => basename($found['path']),
                    ];
                }
            }
        }
        $names = implode(', ', \array_slice($unreadable, 0, 4));

        return new self($pictures, array_values(array_filter([
            0 === $outside ? null : new Message('import.table.pictures_linked', ['count' => $outside]),
            0 === $missing ? null : new Message('import.table.pictures_missing', ['count' => $missing]),
            [] === $unreadable
                ? null
                : new Message('import.table.pictures_unreadable', ['count' => \count($unreadable), 'names' => $names]),
        ])));
    }

    /** @return \Generator<int, array{int, int, string}> line, column and relation of each picture */
    private static function anchors(ZipXml $xml, string $drawing): \Generator
    {
        [$line, $column, $in, $from] = [0, 0, '', false];
        foreach ($xml->parts($drawing) as $at) {
            $isElement = \XMLReader::ELEMENT === $at->nodeType;
            if ($isElement && \in_array($at->localName, self::ANCHORS, true)) {
                [$line, $column] = [0, 0];
            } elseif ('from' === $at->localName) {
                $from = $isElement;
            } elseif ($isElement && 'blip' === $at->localName) {
                $id = XlsxBook::relation($at, 'embed') ?? XlsxBook::relation($at, 'link');
                if (null !== $id) {
                    yield [$line, $column, $id];
                }
            }
            if ($isElement) {
                $in = $at->localName;
            } elseif (\XMLReader::TEXT === $at->nodeType && $from) {
                [$line, $column] = ['row' === $in ? (int) $at->value : $line, 'col' === $in ? (int) $at->value : $column];
            }
        }
    }
}
