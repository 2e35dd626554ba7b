<?php

declare(strict_types=1);

namespace Morphea\Core\Proof;

use Morphea\Core\Drawing\Bounds;

/**
 * Something about one piece that a person should know: on which layer and where on the side (dots), what was measured
 * and against which limit, and what would mend it.
 */
final readonly class Finding
{
    public string $sentence;

    /**
     * @param string       $name     of the layer
     * @param string       $what     is the matter, as a sentence whose subject is the layer
     * @param list<Remedy> $remedies the most likely first
     */
    public function __construct(
        public FindingKind $kind,
        public Severity $severity,
        public string $layer,
        public string $name,
        public string $what,
        public ?Bounds $box = null,
        public ?float $measured = null,
        public ?float $limit = null,
        public array $remedies = [],
    ) {
        $this->sentence = "$name: $what";
    }

    /** Whether the piece cannot be made. */
    public function blocks(): bool
    {
        return Severity::CannotBeMade === $this->severity;
    }

    /**
     * @return array{kind: string, severity: string, layer: string, sentence: string,
     *   box: array{left: float, top: float, right: float, bottom: float}|null, measured: float|null,
     *   limit: float|null, remedies: list<string>} lengths in dots
     */
    public function toArray(): array
    {
        $round = static fn (float $value): float => round($value, 2);

        return [
            'kind' => $this->kind->value,
            'severity' => $this->severity->value,
            'layer' => $this->layer,
            'sentence' => $this->sentence,
            'box' => null === $this->box
                ? null
                : [
                    'left' => $round($this->box->left),
                    'top' => $round($this->box->top),
                    'right' => $round($this->box->right),
                    'bottom' => $round($this->box->bottom),
                ],
            'measured' => null === $this->measured ? null : $round($this->measured),
            'limit' => null === $this->limit ? null : $round($this->limit),
            'remedies' => array_map(static fn (Remedy $remedy): string => $remedy->value, $this->remedies),
        ];
    }
}
