<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Rows;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Model\LayerKind;
use Morphea\Core\Message;
use Morphea\Core\Table\Patterns\Argument;
use Morphea\Core\Table\Patterns\ValueKind;

/** A table to fill in for a design: a heading for each column it shows, what to enter, and a sample row. */
final readonly class BlankTable
{
    private const SAMPLES = [
        'Ottilie Brandvold-Anning',
        'table.blank.sample_things',
        'Tidewick',
        'table.blank.sample_words',
        'table.blank.sample_line',
    ];

    /**
     * @param list<string> $headings
     * @param list<Message> $notes
     * @param list<Message|string> $sample
     */
    private function __construct(public array $headings, public array $notes, public array $sample)
    {
    }

    public static function of(Design $design): self
    {
        $headings = $notes = $sample = [];
        foreach ($design->linkedColumns() as $i => $key) {
            $layers = array_values(
                array_filter(
                    $design->placeholders(),
                    static fn (Layer $layer): bool => \in_array($key, $layer->columns(), true),
                ),
            );
            $headings[] = $design->columnName($key);
            [$what, $example] = self::wants($layers, $key, $i);
            $notes[] = new Message('table.blank.note', [
                'wants' => new Message("table.blank.$what"),
                'layers' => implode(', ', array_map(static fn (Layer $layer): string => $layer->name, $layers)),
            ]);
            $sample[] = $example;
        }

        return new self($headings, $notes, $sample);
    }

    /**
     * @param list<Layer> $layers
     *
     * @return array{string, Message|string} the name of its sentence in `table.blank`, and an example
     */
    private static function wants(array $layers, string $key, int $place): array
    {
        foreach ($layers as $layer) {
            if (LayerKind::Picture === $layer->kind()) {
                return ['picture', 'kettle'];
            }
            if (LayerKind::Code === $layer->kind()) {
                return ['code', 'TW-001'];
            }
            foreach ($layer->content()->pattern->parts ?? [] as $part) {
                $wants = $part instanceof Argument && $part->key === $key ? $part->wants() : ValueKind::Text;
                if (ValueKind::Number === $wants) {
                    return ['number', '12'];
                }
                if (ValueKind::Date === $wants) {
                    return ['date', '2026-03-04'];
                }
            }
        }

        $sample = self::SAMPLES[$place % \count(self::SAMPLES)];

        return ['text', str_contains($sample, '.') ? new Message($sample) : $sample];
    }
}
