<?php

declare(strict_types=1);

namespace Morphea\App\Import;

/** Text in UTF-8, and what had to be guessed to get there. */
final readonly class DecodedText
{
    public function __construct(public string $text, public ?string $notice, public string $encoding = 'UTF-8')
    {
    }
}
