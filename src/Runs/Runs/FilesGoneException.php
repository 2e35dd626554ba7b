<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Morphea\Core\Message;
use Symfony\Component\HttpKernel\Exception\GoneHttpException;

/** Files of a run are missing from the store; the message names them. */
final class FilesGoneException extends GoneHttpException
{
    private const NAMED = 5;

    /** @param array<string, string> $names by path */
    public function __construct(array $names)
    {
        $more = \count($names) - self::NAMED;
        $slots = ['names' => implode(', ', \array_slice(array_values($names), 0, self::NAMED))];

        parent::__construct(($more > 0
            ? new Message('errors.files_gone_more', $slots + ['more' => $more])
            : new Message('errors.files_gone', $slots))->stored());
    }
}
