<?php

declare(strict_types=1);

namespace Morphea\App\Project\Assets;

use Morphea\App\Platform\Jobs\Job;
use Morphea\Core\Message;

/**
 * The outcome of an upload: imported pictures and what is wrong with others; or, for a large upload, the job that
 * imports them.
 */
final readonly class ImportedPictures
{
    /**
     * @param list<string> $names they got, each once
     * @param list<Message|string> $notices what is wrong with others
     */
    public function __construct(public array $names, public array $notices, public ?Job $waits = null)
    {
    }

    /** @param array<array-key, mixed> $facts names and notices, as a worker wrote them down */
    public static function of(array $facts): self
    {
        $list = static fn (string $key): array => \is_array($facts[$key] ?? null) ? $facts[$key] : [];

        return new self(
            array_values(array_filter($list('names'), is_string(...))),
            array_values(array_filter(array_map(Message::decoded(...), $list('notices')))),
        );
    }
}
