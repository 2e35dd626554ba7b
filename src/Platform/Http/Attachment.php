<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Http;

use Morphea\Core\Table\Naming\SafeName;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\HeaderUtils;

/** Downloads, with file names in any script (RFC 6266). */
final readonly class Attachment
{
    /** A temporary file, deleted once it is sent. */
    public static function file(string $path, string $name, string $type): BinaryFileResponse
    {
        $response = new BinaryFileResponse($path, headers: ['Content-Type' => $type]);
        $response->headers->set('Content-Disposition', self::header($name));

        return $response->deleteFileAfterSend();
    }

    public static function header(string $name): string
    {
        return HeaderUtils::makeDisposition(
            'attachment',
            $name,
            SafeName::of((string) preg_replace('/[^\x20-\x7E]|%/', '_', $name)),
        );
    }
}
