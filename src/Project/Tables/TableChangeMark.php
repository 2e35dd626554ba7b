<?php

declare(strict_types=1);

namespace Morphea\App\Project\Tables;

/**
 * What a page knows about a change it requests: the version it was made on, if it fits no other, and a token by which it
 * is applied once however often it is sent.
 */
final readonly class TableChangeMark
{
    public function __construct(public ?int $seen, public ?string $token)
    {
    }
}
