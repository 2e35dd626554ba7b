<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Patterns;

use Morphea\Core\Message;

/** A pattern filled with one row's values. */
final readonly class FilledPattern
{
    /**
     * @param list<Message> $problems sentences; with any, `text` shows the cells as they stand and must not be printed
     * @param bool         $empty    all columns of the pattern are empty in this row
     */
    public function __construct(public string $text, public bool $empty, public array $problems)
    {
    }
}
