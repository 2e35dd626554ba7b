<?php

declare(strict_types=1);

namespace Morphea\App\Project\Tables;

/**
 * What a page knows of a change it asks for: the version it was made on, where it fits no other, and a token of its
 * own, by which it is made once however often it is sent.
 */
final readonly class TableChangeMark
{
    public function __construct(public ?int $seen, public ?string $token)
    {
    }
}
