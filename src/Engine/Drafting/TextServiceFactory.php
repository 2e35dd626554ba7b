<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Drafting;

use Symfony\Component\HttpClient\HttpClient;

/** `words://` is the built-in service; an https address is a real one. */
final readonly class TextServiceFactory
{
    public static function fromDsn(string $dsn): TextService
    {
        return match (true) {
            str_starts_with($dsn, 'words://') => new WordLists(),
            1 === preg_match('~^https?://~', $dsn) => new HttpTextService(HttpClient::create(), $dsn),
            default => throw new \InvalidArgumentException("MORPHEA_DRAFTING=$dsn: say words:// or the address of a service."),
        };
    }
}
