<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

/**
 * A cache limited in bytes; the least recently used entries go first.
 *
 * @template T of object
 */
final class BoundedCache
{
    /** @var array<string, array{T, int}> */
    private array $all = [];
    private int $bytes = 0;

    public function __construct(private readonly int $most)
    {
    }

    /** @return T|null */
    public function get(string $key): ?object
    {
        if (!isset($this->all[$key])) {
            return null;
        }
        $found = $this->all[$key];
        unset($this->all[$key]);
        $this->all[$key] = $found;

        return $found[0];
    }

    /** @param T $object */
    public function keep(string $key, object $object, int $bytes): void
    {
        $this->let($key);
        $this->all[$key] = [$object, $bytes];
        $this->bytes += $bytes;
        while ($this->bytes > $this->most && \count($this->all) > 1) {
            $this->let((string) array_key_first($this->all));
        }
    }

    private function let(string $key): void
    {
        $this->bytes -= $this->all[$key][1] ?? 0;
        unset($this->all[$key]);
    }
}
