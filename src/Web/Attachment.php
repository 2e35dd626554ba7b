<?php

declare(strict_types=1);

namespace Morphea\App\Web;

use Morphea\Core\Naming\FileNames;
use Symfony\Component\HttpFoundation\HeaderUtils;

/** The header by which a browser saves a file under a name of any script (RFC 6266). */
final readonly class Attachment
{
    public static function header(string $name): string
    {
        return HeaderUtils::makeDisposition('attachment', $name, FileNames::safe((string) preg_replace('/[^\x20-\x7E]|%/', '_', $name)));
    }
}
