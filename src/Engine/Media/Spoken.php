<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Media;

use League\Flysystem\FilesystemOperator;
use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\App\Platform\Files\TemporaryDirectory;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Layout\Sound;
use Symfony\Contracts\Cache\CacheInterface;

/** Text read aloud, once for everybody who wants the same text in the same voice. */
final readonly class Spoken
{
    public const FOLDER = 'spoken';
    /** Letters of one scene; more is no narration of a short. */
    private const MOST = 2_000;

    public function __construct(
        private Speaker $speaker,
        private MediaReader $media,
        private FilesystemOperator $files,
        private CacheInterface $cache,
    ) {
    }

    /** Null if it cannot be spoken. */
    public function find(string $words, string $language): ?Sound
    {
        if (mb_strlen($words, 'UTF-8') > self::MOST) {
            return null;
        }
        $hash = hash('sha256', "{$this->speaker->voice()}\0$language\0$words");
        $path = self::path($hash);
        try {
            if ($this->files->fileExists($path)) {
                $seconds = $this->cache->get("spoken-$hash", static fn (): float => 0.0);
                if ($seconds > 0) {
                    return new Sound($words, $hash, $seconds);
                }
            }
            $said = $this->speak($words, $language);
        } catch (RenderException | MediaException) {
            return null;
        }
        $this->files->write($path, $said->bytes);
        $this->cache->delete("spoken-$hash");

        return new Sound($words, $hash, $this->cache->get("spoken-$hash", static fn (): float => $said->seconds));
    }

    public function bytes(Sound $sound): string
    {
        return $this->files->read(self::path($sound->hash));
    }

    private function speak(string $words, string $language): Media
    {
        $bytes = $this->speaker->speak($words, $language);

        return TemporaryDirectory::in(function (string $folder) use ($bytes): Media {
            NoSpaceException::write("$folder/said", $bytes);
            $said = $this->media->read("$folder/said");

            return Media::SOUND === $said->mime ? $said : throw new MediaException(new Message('import.media.not_sound'));
        });
    }

    private static function path(string $hash): string
    {
        return self::FOLDER . "/$hash";
    }
}
