<?php

declare(strict_types=1);

namespace Morphea\App\Project\Assets;

use Morphea\App\Platform\Jobs\Job;

/**
 * What came of pictures that were sent: those that came in and what is wrong with others; or, of a large upload, the work
 * of a worker that brings them in.
 */
final readonly class ImportedPictures
{
    /**
     * @param list<string> $names they got, each once
     * @param list<string> $notices  sentences
     */
    public function __construct(public array $names, public array $notices, public ?Job $waits = null)
    {
    }

    /** @param array<array-key, mixed> $facts names and notices, as a worker wrote them down */
    public static function of(array $facts): self
    {
        $texts = static fn (mixed $list): array => array_values(array_filter(\is_array($list) ? $list : [], is_string(...)));

        return new self($texts($facts['names'] ?? []), $texts($facts['notices'] ?? []));
    }
}
