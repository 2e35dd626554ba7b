<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

use Morphea\App\Platform\Files\UploadException;

/**
 * The pictures of a file, each read and checked when it is needed: a thousand of them are never held at once.
 *
 * @implements \IteratorAggregate<string, PictureFile>
 */
final readonly class PictureShelf implements \IteratorAggregate, \Countable
{
    /**
     * @param list<string>                  $names
     * @param \Closure(string): PictureFile $read  of one of them; throws UploadException
     */
    public function __construct(public array $names, private \Closure $read)
    {
    }

    /** @param array<string, PictureFile> $pictures by name */
    public static function of(array $pictures): self
    {
        return new self(
            array_map(strval(...), array_keys($pictures)),
            static fn (string $name): PictureFile => $pictures[$name],
        );
    }

    public function has(string $name): bool
    {
        return \in_array($name, $this->names, true);
    }

    /** @throws UploadException when it cannot be used */
    public function picture(string $name): PictureFile
    {
        return ($this->read)($name);
    }

    /** @throws UploadException when one cannot be used */
    public function getIterator(): \Generator
    {
        foreach ($this->names as $name) {
            yield $name => $this->picture($name);
        }
    }

    public function count(): int
    {
        return \count($this->names);
    }
}
