<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Media;

use Morphea\App\Engine\Render\RenderException;
use Morphea\Core\Message;
use Symfony\Contracts\HttpClient\Exception\ExceptionInterface;
use Symfony\Contracts\HttpClient\HttpClientInterface;

/** A real voice behind the same interface: it receives {"words", "language"} as JSON and answers with a sound. */
final readonly class HttpSpeaker implements Speaker
{
    private const SECONDS = 60;
    /** Bytes of what is read aloud. */
    private const MOST = 20_000_000;

    public function __construct(private HttpClientInterface $client, private string $address)
    {
    }

    public function voice(): string
    {
        return $this->address;
    }

    public function speak(string $words, string $language): string
    {
        try {
            $answer = $this->client->request('POST', $this->address, [
                'json' => ['words' => $words, 'language' => $language],
                'timeout' => self::SECONDS,
                'buffer' => false,
            ]);
            $answer->getHeaders();
            $sound = '';
            foreach ($this->client->stream($answer) as $chunk) {
                $sound .= $chunk->getContent();
                if (\strlen($sound) > self::MOST) {
                    $answer->cancel();
                    throw new RenderException(new Message('render.voice_too_long'));
                }
            }

            return $sound;
        } catch (ExceptionInterface $e) {
            throw new RenderException(new Message('render.voice_silent'), 0, $e);
        }
    }
}
