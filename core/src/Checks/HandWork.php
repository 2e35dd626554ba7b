<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Design\Edits\TouchUp;

/** What people did by hand on one piece: its touch-up, and the warnings they accepted. */
final readonly class HandWork
{
    /** @param list<Acceptance> $accepted */
    public function __construct(public ?TouchUp $touch = null, public array $accepted = [])
    {
    }

    public function touched(?TouchUp $touch): self
    {
        return new self(null === $touch || $touch->isEmpty() ? null : $touch, $this->accepted);
    }

    public function accepting(Acceptance $new): self
    {
        return new self($this->touch, [...$this->without($new->kind, $new->layer)->accepted, $new]);
    }

    public function without(WarningKind $kind, string $layer): self
    {
        $others = array_filter($this->accepted, static fn (Acceptance $one): bool => !$one->isOf($kind, $layer));

        return new self($this->touch, array_values($others));
    }

    /** @param string $value a name for what the layer shows now */
    public function accepts(WarningKind $kind, string $layer, string $value): ?Acceptance
    {
        foreach ($this->accepted as $one) {
            if ($one->isOf($kind, $layer) && $one->value === $value) {
                return $one;
            }
        }

        return null;
    }

    public function isEmpty(): bool
    {
        return null === $this->touch && [] === $this->accepted;
    }

    /** @return array{touch?: array<string, mixed>, accepted?: list<array<string, string>>} */
    public function toArray(): array
    {
        return array_filter([
            'touch' => $this->touch?->toArray(),
            'accepted' => array_map(static fn (Acceptance $one): array => $one->toArray(), $this->accepted),
        ]);
    }

    /** Leaves out warnings that were accepted. */
    public static function of(mixed $data): self
    {
        $data = \is_array($data) ? $data : [];
        $accepted = \is_array($data['accepted'] ?? null) ? $data['accepted'] : [];

        return new self(TouchUp::of($data['touch'] ?? null), array_values(array_filter(array_map(Acceptance::of(...), $accepted))));
    }
}
