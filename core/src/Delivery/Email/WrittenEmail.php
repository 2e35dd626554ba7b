<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Email;

/** The text of an email for one row, the same in plain text and in HTML; `body` is the visible part of the HTML. */
final readonly class WrittenEmail
{
    public function __construct(public string $subject, public string $plain, public string $body)
    {
    }

    public function html(): string
    {
        return '<!doctype html><html><head><meta charset="utf-8"></head><body style="margin:0;background:#e7eae8">' .
            "$this->body</body></html>\n";
    }
}
