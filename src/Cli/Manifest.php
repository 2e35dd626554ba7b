<?php

declare(strict_types=1);

namespace Morphea\App\Cli;

use Morphea\App\Platform\Files\NoSpaceException;

/** Records what a folder of pieces contains, by what the pieces show, so that a later run can reuse what has not changed. */
final readonly class Manifest
{
    public const FILE = 'morphea-manifest.json';

    /** @param array<string, string> $names of files in the folder, by key */
    private function __construct(private string $folder, private array $names)
    {
    }

    /** Without a manifest in the folder nothing is reused. */
    public static function of(?string $folder): self
    {
        $read = null === $folder ? null : @file_get_contents("$folder/" . self::FILE);
        $json = \is_string($read) ? json_decode($read, true) : null;
        $names = \is_array($json) && \is_array($json['files'] ?? null) ? array_filter($json['files'], is_string(...)) : [];

        return new self((string) $folder, $names);
    }

    /** @return string|null path of a file that is there and whole */
    public function find(string $key): ?string
    {
        $path = isset($this->names[$key]) ? "$this->folder/{$this->names[$key]}" : null;

        // Nobody leads out of the folder.
        return null !== $path && !str_contains($this->names[$key], '..') && is_file($path) && filesize($path) > 0 ? $path : null;
    }

    /**
     * What was just made, in addition to what was there before.
     *
     * @param array<string, string> $names by key
     *
     * @throws NoSpaceException
     */
    public function add(array $names): void
    {
        $here = array_filter($this->names, fn (string $key): bool => null !== $this->find($key), \ARRAY_FILTER_USE_KEY);
        // A name that was written again holds something else now.
        $files = $names + array_diff($here, $names);
        NoSpaceException::write(
            "$this->folder/" . self::FILE,
            json_encode(
                ['files' => $files],
                \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_PRETTY_PRINT,
            ),
        );
    }
}
