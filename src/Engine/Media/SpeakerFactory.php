<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Media;

use Symfony\Component\HttpClient\HttpClient;

/** `flite://` is the built-in voice, `flite://VOICE` another of its voices, and an https address a service. */
final readonly class SpeakerFactory
{
    public function __construct(private Ffmpeg $ffmpeg)
    {
    }

    public function fromDsn(string $dsn): Speaker
    {
        return match (true) {
            1 === preg_match('~^flite://([a-z0-9]*)$~D', $dsn, $found) => new FliteSpeaker(
                $this->ffmpeg,
                '' === $found[1] ? 'slt' : $found[1],
            ),
            1 === preg_match('~^https?://~', $dsn) => new HttpSpeaker(HttpClient::create(), $dsn),
            default => throw new \InvalidArgumentException("MORPHEA_SPEAKER=$dsn: say flite:// or the address of a service."),
        };
    }
}
