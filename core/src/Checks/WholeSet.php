<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Design\Styles\CheckLimits;
use Morphea\Core\Design\Styles\FitMode;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Layout\LaidOut;

/**
 * Checks that need all pieces: rows that make the same piece, and text that is much smaller than on the others. Little
 * is kept of each piece, so there can be many.
 *
 * @phpstan-type Text array{name: string, size: float, lines: int, letters: int, width: float, room: float, contrast: float|null,
 *     fills?: bool}
 * @phpstan-type Facts array{drawn: string, texts: array<string, Text>}
 */
final class WholeSet
{
    /** Fewer pieces have nothing that is usual. */
    private const FEW = 5;

    /** @var array<string, list<int>> rows by the name of all that is drawn */
    private array $drawn = [];
    /** @var array<string, array<int, float>> sizes by layer and row */
    private array $sizes = [];
    /** @var array<string, string> of layers */
    private array $names = [];

    public function __construct(private readonly CheckLimits $limits = new CheckLimits())
    {
    }

    /**
     * What these checks need to know of one piece, small enough to be stored: a fingerprint of everything drawn, and how
     * each placeholder came out; lengths in dots.
     *
     * @param list<LaidOut> $pages
     * @param string        $touched a name for how it was touched up
     *
     * @return Facts
     */
    public static function facts(Design $design, array $pages, string $touched = ''): array
    {
        $texts = [];
        $layers = array_column($design->texts(), null, 'id');
        foreach ($pages as $page) {
            foreach ($page->texts() as $text) {
                $layer = $layers[$text->layer] ?? null;
                if ($layer instanceof TextLayer && $text->placeholder && $text->lines > 0) {
                    $contrast = TextBackground::contrast($design, $layer);
                    $texts[$text->layer] = [
                        'name' => $text->name,
                        'size' => round($text->size, 3),
                        'lines' => $text->lines,
                        'letters' => (int) mb_strlen($text->text, 'UTF-8'),
                        'width' => round($text->width, 1),
                        'room' => round($text->room, 1),
                        'contrast' => null === $contrast ? null : round($contrast, 2),
                        'fills' => FitMode::Fill === $layer->fit->mode,
                    ];
                }
            }
        }
        // What all rows have alike tells none from another.
        $drawn = array_map(static fn (LaidOut $page): string => serialize($page->drawing->varying()), $pages);

        return ['drawn' => hash('xxh128', implode(' ', [...$drawn, $touched])), 'texts' => $texts];
    }

    /** @param Facts $facts of one piece */
    public function add(int $row, array $facts): void
    {
        $this->drawn[$facts['drawn']][] = $row;
        foreach ($facts['texts'] as $layer => $text) {
            // Words that fill their frame are of many sizes, as they are meant to.
            if ($text['fills'] ?? false) {
                continue;
            }
            $this->sizes[$layer][$row] = $text['size'];
            $this->names[$layer] = $text['name'];
        }
    }

    /**
     * @param array<int, string> $clashes names that files of several rows would have, by row
     *
     * @return array<int, list<Warning>> by row
     */
    public function warnings(array $clashes = []): array
    {
        $warnings = [];
        foreach ($clashes as $row => $name) {
            $warnings[$row][] = new Warning(
                WarningKind::Name,
                Severity::Note,
                '',
                new Message('warnings.file'),
                new Message('warnings.same_name', ['name' => $name]),
                remedies: [Remedy::ChangeCell],
            );
        }
        foreach ($this->drawn as $rows) {
            foreach (\count($rows) > 1 ? $rows : [] as $row) {
                $warnings[$row][] = self::same($row, $rows);
            }
        }
        foreach ($this->sizes as $layer => $sizes) {
            $usual = self::middle($sizes);
            foreach (\count($sizes) < self::FEW ? [] : $sizes as $row => $size) {
                if ($size < $this->limits->smaller * $usual) {
                    $warnings[$row][] = $this->small($layer, $size, $usual);
                }
            }
        }
        ksort($warnings);

        return $warnings;
    }

    /** @param list<int> $rows */
    private static function same(int $row, array $rows): Warning
    {
        $others = array_values(array_diff($rows, [$row]));
        $told = implode(', ', \array_slice($others, 0, 3));
        $more = \count($others) - 3;

        return new Warning(
            WarningKind::Same,
            Severity::LookAtIt,
            '',
            new Message('warnings.piece'),
            $more > 0
                ? new Message('warnings.same_rows', ['rows' => $told, 'more' => $more])
                : new Message('warnings.same_row', ['rows' => $told, 'count' => \count($others)]),
            measured: \count($rows),
            limit: 1,
            remedies: [Remedy::ChangeCell, Remedy::SwitchOff],
        );
    }

    private function small(string $layer, float $size, float $usual): Warning
    {
        return new Warning(
            WarningKind::Smaller,
            Severity::LookAtIt,
            $layer,
            $this->names[$layer],
            new Message('warnings.smaller', ['percent' => (int) round(100 * $size / $usual)]),
            measured: $size,
            limit: $this->limits->smaller * $usual,
            remedies: [Remedy::OtherRule, Remedy::LargerFrame, Remedy::FewerLetters],
        );
    }

    /** @param array<int, float> $values */
    private static function middle(array $values): float
    {
        sort($values);

        return $values[intdiv(\count($values), 2)] ?? 0.0;
    }
}
