<?php

declare(strict_types=1);

namespace Morphea\App\Media;

use Morphea\App\Render\RenderError;
use Symfony\Contracts\HttpClient\Exception\ExceptionInterface;
use Symfony\Contracts\HttpClient\HttpClientInterface;

/** A real voice behind the same interface: gets {"words", "language"} as JSON and answers with a sound. */
final readonly class HttpSpeaker implements Speaker
{
    private const SECONDS = 60;

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
            return $this->client
                ->request('POST', $this->address, [
                    'json' => ['words' => $words, 'language' => $language],
                    'timeout' => self::SECONDS,
                ])
                ->getContent();
        } catch (ExceptionInterface $e) {
            throw new RenderError('The service that reads words aloud does not answer. Try again later.', 0, $e);
        }
    }
}
