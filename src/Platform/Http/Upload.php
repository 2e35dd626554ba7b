<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Http;

use Morphea\App\Platform\Files\ReceivedFile;
use Morphea\App\Platform\Files\UploadException;
use Morphea\Core\Message;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;

/** Uploads that arrived completely. */
final readonly class Upload
{
    /** @throws UploadException when none did */
    public static function from(Request $request, string $field): ReceivedFile
    {
        $file = $request->files->get($field);
        if (!($file instanceof UploadedFile)) {
            throw self::none($request);
        }

        return self::whole($file);
    }

    /**
     * All files of a field for several.
     *
     * @return array{list<ReceivedFile>, list<Message|string>} those that arrived whole, and what is wrong with the others
     */
    public static function many(Request $request, string $field): array
    {
        $files = $request->files->get($field);
        $files = array_values(
            array_filter(\is_array($files) ? $files : [], static fn (mixed $file): bool => $file instanceof UploadedFile),
        );
        $whole = [];
        $notices = [] === $files ? [self::none($request)->says()] : [];
        foreach ($files as $file) {
            try {
                $whole[] = self::whole($file);
            } catch (UploadException $e) {
                $notices[] = $e->says();
            }
        }

        return [$whole, $notices];
    }

    private static function none(Request $request): UploadException
    {
        // PHP drops a request whole that is larger than post_max_size.
        $large = (int) $request->headers->get('Content-Length', '0') > 1_000_000;

        return new UploadException(
            new Message($large ? 'import.too_large_request' : 'import.no_file'),
        );
    }

    private static function whole(UploadedFile $file): ReceivedFile
    {
        if (!$file->isValid()) {
            throw new UploadException(
                new Message(\in_array($file->getError(), [\UPLOAD_ERR_INI_SIZE, \UPLOAD_ERR_FORM_SIZE], true)
                    ? 'import.server_limit'
                    : 'import.not_complete', [
                        'name' => $file->getClientOriginalName(),
                        'most' => (string) \ini_get('upload_max_filesize'),
                    ]),
            );
        }

        return new ReceivedFile($file->getPathname(), $file->getClientOriginalName());
    }
}
