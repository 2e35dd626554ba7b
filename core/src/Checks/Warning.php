<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Drawing\Bounds;

/**
 * A problem of one piece that a person should know about: its layer and place on the page (dots), what was measured and
 * against which limit, and what would fix it.
 */
final readonly class Warning
{
    /** What is the matter, with the layer it is about. */
    public Message $sentence;

    /**
     * @param Message|string $name     of the layer, or what else it is about
     * @param Message|string $what     is the matter, as a sentence whose subject is the layer; what was stored before there were
     *                                 messages is in words
     * @param list<Remedy> $remedies the most likely first
     */
    public function __construct(
        public WarningKind $kind,
        public Severity $severity,
        public string $layer,
        public Message|string $name,
        public Message|string $what,
        public ?Bounds $box = null,
        public ?float $measured = null,
        public ?float $limit = null,
        public array $remedies = [],
    ) {
        $this->sentence = new Message('warnings.of', ['layer' => $name, 'what' => $what]);
    }

    /**
     * Reads what `toArray` wrote.
     *
     * @param array<string, mixed> $said
     */
    public static function of(array $said): ?self
    {
        $kind = WarningKind::tryFrom((string) ($said['kind'] ?? ''));
        $severity = Severity::tryFrom((string) ($said['severity'] ?? ''));
        if (null === $kind || null === $severity) {
            return null;
        }
        $box = \is_array($said['box'] ?? null) ? array_map(floatval(...), $said['box']) : null;
        [$name, $what] = \is_string($said['sentence'] ?? null)
            ? explode(': ', $said['sentence'], 2) + [1 => '']
            : [Message::decoded($said['name'] ?? '') ?? '', Message::decoded($said['what'] ?? '') ?? ''];

        return new self(
            $kind,
            $severity,
            (string) ($said['layer'] ?? ''),
            $name,
            $what,
            null === $box ? null : new Bounds($box['left'], $box['top'], $box['right'], $box['bottom']),
            isset($said['measured']) ? (float) $said['measured'] : null,
            isset($said['limit']) ? (float) $said['limit'] : null,
            array_values(array_filter(array_map(Remedy::tryFrom(...), (array) ($said['remedies'] ?? [])))),
        );
    }

    /** A touch-up that can no longer be applied as it was made. */
    public static function touchUp(Design $design, string $layer, Message|string $why): self
    {
        $there = array_filter($design->layers(), static fn (Layer $one): bool => $one->id === $layer);
        $name = [] === $there ? "“{$layer}”" : reset($there)->name;

        return new self(
            WarningKind::TouchUp,
            Severity::LookAtIt,
            [] === $there ? '' : $layer,
            $name,
            new Message('warnings.touched_up', ['why' => $why]),
            remedies: [Remedy::TouchUp],
        );
    }

    /** Whether it keeps the piece from being made. */
    public function blocks(): bool
    {
        return Severity::CannotBeMade === $this->severity;
    }

    /**
     * @return array{kind: string, severity: string, layer: string, name: Message|string, what: Message|string,
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
            'name' => $this->name,
            'what' => $this->what,
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
