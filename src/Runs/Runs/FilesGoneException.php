<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Symfony\Component\HttpKernel\Exception\GoneHttpException;

/** Files that a run made are not in the store any more; the message names them. */
final class FilesGoneException extends GoneHttpException
{
    private const NAMED = 5;

    /** @param array<string, string> $names by path */
    public function __construct(array $names)
    {
        $more = \count($names) - self::NAMED;
        $said = implode(', ', \array_slice(array_values($names), 0, self::NAMED)) .
            ($more > 0 ? ' and ' . number_format($more) . ' more' : '');

        parent::__construct("These files are not kept any more: $said. Make them again in Press.");
    }
}
