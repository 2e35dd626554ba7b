<?php

declare(strict_types=1);

namespace Morphea\App\Project\Assets;

use Morphea\Core\Table\Naming\PictureNames;

/** Pictures, clips and sounds by name: a project's current ones, or those at the time a run was ordered. */
final readonly class AssetSet
{
    /** @param \Closure(): array<array-key, StoredPicture> $all by name */
    public function __construct(private \Closure $all)
    {
    }

    public function find(string $name): ?StoredPicture
    {
        return ($this->all)()[$name] ?? null;
    }

    /** The visible one that a cell refers to. */
    public function names(): PictureNames
    {
        return new PictureNames($this->called(false));
    }

    /** @return list<string> */
    public function soundNames(): array
    {
        return $this->called(true);
    }

    /** @return list<string> */
    private function called(bool $sounds): array
    {
        $some = array_filter(($this->all)(), static fn (StoredPicture $one): bool => $sounds === $one->isSound());

        return array_map(strval(...), array_keys($some));
    }
}
