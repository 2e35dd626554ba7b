<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Table\Data\Record;

/** Somebody looked at a warning and accepted it. It stays accepted as long as what the layer shows does not change. */
final readonly class Acceptance
{
    /**
     * @param string $layer empty where the warning is about none
     * @param string $value a name for what the layer showed
     * @param string $at    ISO 8601
     */
    public function __construct(
        public WarningKind $kind,
        public string $layer,
        public string $value,
        public string $by,
        public string $at,
    ) {
    }

    /** A fingerprint of what a layer shows in a row or, without a layer, of everything the row shows. */
    public static function value(Design $design, ?Record $row, string $layer): string
    {
        $columns = $design->linkedColumns();
        foreach ($design->layers() as $one) {
            $columns = $one->id === $layer ? $one->columns() : $columns;
        }
        $cells = array_map(static fn (string $column): string => $row->cells[$column] ?? '', $columns);

        return substr(hash('sha256', serialize($cells)), 0, 20);
    }

    public function isOf(WarningKind $kind, string $layer): bool
    {
        return $kind === $this->kind && $layer === $this->layer;
    }

    /** @return array{kind: string, layer: string, value: string, by: string, at: string} */
    public function toArray(): array
    {
        return [
            'kind' => $this->kind->value,
            'layer' => $this->layer,
            'value' => $this->value,
            'by' => $this->by,
            'at' => $this->at,
        ];
    }

    /** @return self|null null where that is none */
    public static function of(mixed $data): ?self
    {
        $text = static fn (string $key): string => \is_array($data) && \is_string($data[$key] ?? null) ? $data[$key] : '';
        $kind = WarningKind::tryFrom($text('kind'));

        return null === $kind ? null : new self($kind, $text('layer'), $text('value'), $text('by'), $text('at'));
    }
}
