<?php

declare(strict_types=1);

namespace Morphea\App\Import;

/** Pictures as people send them: one by one, or many in a ZIP. What cannot be used is told, and the others come in. */
final readonly class PictureUpload
{
    private const MAX_ENTRIES = 2_000;
    private const MAX_UNPACKED = 500_000_000;

    public function __construct(private PictureReader $reader)
    {
    }

    /**
     * @return \Generator<int, PictureFile|UploadError>
     *
     * @throws UploadError when a ZIP holds more than it may
     */
    public function read(string $path, string $name): \Generator
    {
        if ("PK\x03\x04" !== (string) file_get_contents($path, length: 4)) {
            yield $this->one((string) file_get_contents($path), $name);

            return;
        }
        $zip = new \ZipArchive();
        if (true !== $zip->open($path, \ZipArchive::RDONLY)) {
            throw new UploadError("“{$name}” is no readable ZIP. Pack it again.");
        }
        try {
            $this->check($zip, $name);
            for ($i = 0; $i < $zip->numFiles; ++$i) {
                $entry = (string) $zip->getNameIndex($i);
                // Folders, and what some systems put beside the files.
                if (str_ends_with($entry, '/') || str_starts_with(basename($entry), '.') || str_contains($entry, '__MACOSX/')) {
                    continue;
                }
                yield $this->one((string) $zip->getFromIndex($i), basename(strtr($entry, '\\', '/')));
            }
        } finally {
            $zip->close();
        }
    }

    private function one(string $bytes, string $name): PictureFile|UploadError
    {
        try {
            return $this->reader->read($bytes, $name);
        } catch (UploadError $e) {
            return $e;
        }
    }

    /** @throws UploadError */
    private function check(\ZipArchive $zip, string $name): void
    {
        $unpacked = 0;
        for ($i = 0; $i < $zip->numFiles; ++$i) {
            $unpacked += $zip->statIndex($i)['size'] ?? 0;
        }
        if ($zip->numFiles > self::MAX_ENTRIES || $unpacked > self::MAX_UNPACKED) {
            throw new UploadError(\sprintf('“%s” holds more than %s files or %d MB. Bring it in parts.', $name, number_format(self::MAX_ENTRIES), self::MAX_UNPACKED / 1_000_000));
        }
    }
}
