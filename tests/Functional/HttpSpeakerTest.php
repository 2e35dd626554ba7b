<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Engine\Media\HttpSpeaker;
use Morphea\Core\Tests\English;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\TestCase;
use Symfony\Component\HttpClient\MockHttpClient;
use Symfony\Component\HttpClient\Response\MockResponse;

/** Words read aloud by a service behind an address. */
#[Group('alone')]
final class HttpSpeakerTest extends TestCase
{
    public function testWordsAndLanguageAreSentAndTheSoundComesBack(): void
    {
        $sent = null;
        $client = new MockHttpClient(static function (string $method, string $url, array $options) use (&$sent): MockResponse {
            $sent = [$method, $url, json_decode((string) $options['body'], true)];

            return new MockResponse('RIFF sound');
        });
        $speaker = new HttpSpeaker($client, 'https://voice.tidewick.example/');
        self::assertSame('RIFF sound', $speaker->speak('Mend or bin?', 'en-GB'));
        self::assertSame(
            ['POST', 'https://voice.tidewick.example/', ['words' => 'Mend or bin?', 'language' => 'en-GB']],
            $sent,
        );
    }

    public function testAServiceThatFailsIsToldInWords(): void
    {
        $client = new MockHttpClient(new MockResponse('', ['http_code' => 503]));
        English::refuses(
            'The voice service does not respond.',
            static fn (): string => (new HttpSpeaker($client, 'https://voice.tidewick.example/'))->speak('Mend', 'en-GB'),
        );
    }

    public function testAnAnswerWithoutAnEndIsNotWaitedFor(): void
    {
        $endless = static function (): iterable {
            for ($i = 0; $i < 1_000; ++$i) {
                yield str_repeat('x', 1_000_000);
            }
        };
        $this->expectExceptionMessage('render.voice_too_long');
        $client = new MockHttpClient(new MockResponse($endless()));
        (new HttpSpeaker($client, 'https://voice.tidewick.example/'))->speak('Mend', 'en-GB');
    }
}
