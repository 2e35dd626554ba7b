<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

/** Pictures that lie over cells of an XLSX: only those inside of the file; what cannot be used is told (ECMA-376, part 1, 20.5). */
final readonly class XlsxPictures
{
    private const ANCHORS = ['oneCellAnchor', 'twoCellAnchor'];
    private const USABLE = '/\.(png|jpe?g|webp|svg)$/i';
    private const MOST = 5_000;

    /**
     * @param list<array{line: int, column: int, entry: string, name: string}> $pictures entry of the file; line and column from 0
     * @param list<string>                                                     $notices
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
        $say = static fn (int $count, string $why): string => 0 === $count
            ? ''
            : (1 === $count ? '1 picture in the cells is' : "$count pictures in the cells are") . " left out: $why";

        return new self(
            $pictures,
            array_values(
                array_filter([
                    $say($outside, 'the file only links to what lies elsewhere. Put it into the file, or bring it by itself.'),
                    $say($missing, 'the file speaks of it, but it is not there.'),
                    $say(
                        \count($unreadable),
                        'of a kind that cannot be read (' .
                            implode(', ', \array_slice($unreadable, 0, 4)) .
                            '). Save it as PNG or JPEG and bring it by itself.',
                    ),
                ]),
            ),
        );
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
