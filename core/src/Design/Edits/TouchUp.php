<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Properties\Declared;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Message;

/**
 * What was changed by hand on one piece: properties of layers by their paths in the file format, as SetLayer sets them,
 * each with the design's value at the time. It applies to the design whatever becomes of it: a moved layer keeps its
 * offset from the design, and other properties keep the chosen value, scaled with the page.
 */
final readonly class TouchUp
{
    /** What is the same in all pieces, whatever is done to one of them. */
    private const SHARED = ['id', 'kind', 'name', 'locked', 'group', 'use', 'stay'];
    private const PLACES = ['frame.x', 'frame.y'];
    /** Of a dot, or of a share. */
    private const HARDLY = 0.002;

    /**
     * @param int                                                      $width  dots of the page it was made on; `$height` alike
     * @param array<string, array<string, array{was: mixed, now: mixed}>> $layers by layer and path
     */
    public function __construct(public int $width, public int $height, public array $layers)
    {
    }

    /**
     * The touch-up that turns one design into the other.
     *
     * @throws DesignException where more was changed than values of layers that are there
     */
    public static function between(Design $design, Design $piece): self
    {
        $codec = new DesignCodec();
        [$before, $after] = [$codec->toArray($design), $codec->toArray($piece)];
        $layers = [];
        foreach ($before['sides'] as $i => $page) {
            foreach ($page['layers'] as $n => $layer) {
                $own = $after['sides'][$i]['layers'][$n] ?? null;
                if (\is_array($own) && $own['id'] === $layer['id']) {
                    $layers[$layer['id']] = self::differences($layer, $own);
                    $after['sides'][$i]['layers'][$n] = $layer;
                }
            }
        }
        if ($before !== $after) {
            throw new DesignException(
                '',
                new Message('design.wrong.touch_up'),
            );
        }
        $layers = array_filter($layers);
        foreach ($layers as $id => $changes) {
            foreach (array_keys($changes) as $path) {
                if (\in_array(explode('.', $path)[0], self::SHARED, true)) {
                    throw new DesignException($design->layer((string) $id)->name, new Message('design.wrong.same_in_all', [
                        'path' => $path,
                    ]));
                }
            }
        }

        return new self($design->width, $design->height, $layers);
    }

    /**
     * The design with the touch-up applied as far as possible, and what could not be applied: on which layer, and why.
     *
     * @return array{Design, array<string, Message>} by layer
     */
    public function on(Design $design): array
    {
        $scale = min($design->width / $this->width, $design->height / $this->height);
        $troubles = [];
        foreach ($this->layers as $id => $changes) {
            try {
                $layer = $design->layer((string) $id);
            } catch (DesignException) {
                $troubles[$id] = new Message('design.touch.no_layer');
                continue;
            }
            try {
                $design = (new SetLayer($layer->id, self::values($layer, $changes, $scale)))->apply($design);
            } catch (DesignException $e) {
                $troubles[$id] = new Message('design.touch.refused', ['why' => $e->says()]);
            }
        }

        return [$design, $troubles];
    }

    public function isEmpty(): bool
    {
        return [] === $this->layers;
    }

    public function touches(string $layer): bool
    {
        return isset($this->layers[$layer]);
    }

    /**
     * Whether any property of a layer at or below one of these paths was changed.
     *
     * @param list<string> $paths
     */
    public function changes(string $layer, array $paths): bool
    {
        foreach (array_keys($this->layers[$layer] ?? []) as $path) {
            foreach ($paths as $wanted) {
                if ($path === $wanted || str_starts_with($path, "$wanted.")) {
                    return true;
                }
            }
        }

        return false;
    }

    public function only(string $layer): self
    {
        return new self($this->width, $this->height, array_intersect_key($this->layers, [$layer => true]));
    }

    public function without(string $layer): self
    {
        return new self($this->width, $this->height, array_diff_key($this->layers, [$layer => true]));
    }

    /** Combined with another touch-up, for the layers this one does not change. */
    public function and(self $other): self
    {
        return new self($this->width, $this->height, $this->layers + $other->layers);
    }

    /** @return array<string, Message> what was changed, by layer */
    public function says(Design $design): array
    {
        $says = [];
        foreach ($this->layers as $id => $changes) {
            try {
                $layer = $design->layer((string) $id);
                $says[$id] = self::change($layer, array_map(strval(...), array_keys($changes)), $changes);
            } catch (DesignException) {
                $says[$id] = new Message('design.touch.gone', ['layer' => (string) $id]);
            }
        }

        return $says;
    }

    /** @return array{width: int, height: int, layers: array<string, array<string, array{was: mixed, now: mixed}>>} */
    public function toArray(): array
    {
        return ['width' => $this->width, 'height' => $this->height, 'layers' => $this->layers];
    }

    /** @return self|null null where that is none */
    public static function of(mixed $data): ?self
    {
        $layers = [];
        foreach (\is_array($data) && \is_array($data['layers'] ?? null) ? $data['layers'] : [] as $id => $changes) {
            foreach (\is_array($changes) ? $changes : [] as $path => $change) {
                if (\is_array($change) && \array_key_exists('now', $change) && '' !== (string) $path) {
                    $layers[(string) $id][(string) $path] = ['was' => $change['was'] ?? null, 'now' => $change['now']];
                }
            }
        }
        $dots = static fn (string $key): int => \is_array($data) && \is_int($data[$key] ?? null) ? $data[$key] : 0;

        return [] === $layers || $dots('width') < 1 || $dots('height') < 1
            ? null
            : new self($dots('width'), $dots('height'), $layers);
    }

    /**
     * @param array<string, mixed> $before
     * @param array<string, mixed> $after
     *
     * @return array<string, array{was: mixed, now: mixed}> by path
     */
    private static function differences(array $before, array $after, string $at = ''): array
    {
        $changes = [];
        foreach ($before + $after as $key => $_) {
            [$was, $now] = [$before[$key] ?? null, $after[$key] ?? null];
            // What is dragged comes back rounded: that much is no change.
            $same = is_numeric($was) && is_numeric($now) && abs($was - $now) < self::HARDLY;
            if ($same || $was === $now) {
                continue;
            }
            $changes += self::isGroup($was) && self::isGroup($now)
                ? self::differences($was, $now, "$at$key.")
                : ["$at$key" => ['was' => $was, 'now' => $now]];
        }

        return $changes;
    }

    /** @phpstan-assert-if-true array<string, mixed> $value */
    private static function isGroup(mixed $value): bool
    {
        return \is_array($value) && [] !== $value && !array_is_list($value);
    }

    /**
     * @param array<string, array{was: mixed, now: mixed}> $changes
     *
     * @return non-empty-array<string, mixed> by path
     */
    private static function values(Layer $layer, array $changes, float $scale): array
    {
        $values = [];
        foreach ($changes as $path => ['was' => $was, 'now' => $now]) {
            $here = \in_array($path, self::PLACES, true) ? Declared::at($layer, $path) : null;
            $values[$path] = match (true) {
                \is_float($here) && is_numeric($was) && is_numeric($now) => round($here + $scale * ($now - $was), 3),
                is_numeric($now) && 1.0 !== $scale => Declared::of($layer::class)->property($path)?->scaled((float) $now, $scale) ?? $now,
                default => $now,
            };
        }

        return [] === $values ? throw new DesignException($layer->name, new Message('design.wrong.nothing_changed')) : $values;
    }

    /**
     * @param list<string>                                 $paths
     * @param array<string, array{was: mixed, now: mixed}> $changes
     */
    private static function change(Layer $layer, array $paths, array $changes): Message
    {
        $layerName = ['layer' => $layer->name];

        return match (true) {
            ['hidden'] === $paths => new Message(
                true === $changes['hidden']['now'] ? 'design.touch.hidden' : 'design.touch.shown',
                $layerName,
            ),
            [] === array_diff($paths, self::PLACES) => new Message('design.touch.moved', $layerName),
            default => new Message('design.did.changed', [
                'of' => $layer->name,
                'what' => SetLayer::words($layer::class, $paths),
            ]),
        };
    }
}
