<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

use Morphea\App\Engine\Media\MediaReader;
use Morphea\App\Engine\Media\Probe;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\App\Platform\Files\TemporaryDirectory;
use Morphea\App\Platform\Files\UploadException;
use Morphea\Core\Message;

/** Uploaded pictures: one by one, or many in a ZIP. Unusable ones are reported, and the others are kept. */
final readonly class PictureUpload
{
    private const MAX_ENTRIES = 2_000;
    private const MAX_UNPACKED = 500_000_000;

    public function __construct(private PictureReader $reader)
    {
    }

    /** How many there are: the entries of a ZIP, at least one. */
    public function count(string $path): int
    {
        $zip = new \ZipArchive();
        if (!self::isZip($path) || true !== $zip->open($path, \ZipArchive::RDONLY)) {
            return 1;
        }
        $count = \count(iterator_to_array(self::pictures($zip)));
        $zip->close();

        return max(1, $count);
    }

    /**
     * @return \Generator<int, PictureFile|UploadException>
     *
     * @throws UploadException when a ZIP holds more than it may
     */
    public function read(string $path, string $name): \Generator
    {
        if (!self::isZip($path)) {
            yield $this->one(fn (): PictureFile => $this->reader->file($path, $name));

            return;
        }
        $zip = new \ZipArchive();
        if (true !== $zip->open($path, \ZipArchive::RDONLY)) {
            throw new UploadException(new Message('import.picture.bad_zip', ['name' => $name]));
        }
        try {
            $this->check($zip, $name);
            foreach (self::pictures($zip) as $i => $entry) {
                $called = basename(strtr($entry, '\\', '/'));
                yield $this->one(fn (): PictureFile => self::unpacked(
                    $zip,
                    $i,
                    fn (string $local): PictureFile => $this->reader->file($local, $called),
                ));
            }
        } finally {
            $zip->close();
        }
    }

    /** Whether it takes long: a clip or sound, of which every frame is read. */
    public static function isSlow(string $path): bool
    {
        return Probe::isMedia((string) file_get_contents($path, length: 16));
    }

    private static function isZip(string $path): bool
    {
        return "PK\x03\x04" === (string) file_get_contents($path, length: 4);
    }

    /** @return \Generator<int, string> entries by place, without folders and what some systems put beside the files */
    private static function pictures(\ZipArchive $zip): \Generator
    {
        for ($i = 0; $i < min($zip->numFiles, self::MAX_ENTRIES + 1); ++$i) {
            $entry = (string) $zip->getNameIndex($i);
            if (!str_ends_with($entry, '/') && !str_starts_with(basename($entry), '.') && !str_contains($entry, '__MACOSX/')) {
                yield $i => $entry;
            }
        }
    }

    /**
     * Extracts an entry to a file, up to the largest size an upload may have.
     *
     * @param \Closure(string): PictureFile $use
     */
    private static function unpacked(\ZipArchive $zip, int $entry, \Closure $use): PictureFile
    {
        return TemporaryDirectory::in(static function (string $folder) use ($zip, $entry, $use): PictureFile {
            $from = $zip->getStreamIndex($entry);
            $to = @fopen("$folder/entry", 'w');
            if (false === $to || (false !== $from && false === @stream_copy_to_stream($from, $to, MediaReader::MAX_BYTES + 1))) {
                throw new NoSpaceException('There is no room to unpack pictures.');
            }
            fclose($to);

            return $use("$folder/entry");
        });
    }

    /** @param \Closure(): PictureFile $read */
    private function one(\Closure $read): PictureFile|UploadException
    {
        try {
            return $read();
        } catch (UploadException $e) {
            return $e;
        }
    }

    /** @throws UploadException */
    private function check(\ZipArchive $zip, string $name): void
    {
        $unpacked = 0;
        for ($i = 0; $i < $zip->numFiles; ++$i) {
            $unpacked += $zip->statIndex($i)['size'] ?? 0;
        }
        if ($zip->numFiles > self::MAX_ENTRIES || $unpacked > self::MAX_UNPACKED) {
            throw new UploadException(new Message('import.picture.large_zip', [
                'name' => $name,
                'count' => self::MAX_ENTRIES,
                'most' => self::MAX_UNPACKED / 1_000_000,
            ]));
        }
    }
}
