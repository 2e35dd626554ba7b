<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Schedule;

use Morphea\Core\Message;
use Symfony\Contracts\HttpClient\Exception\ExceptionInterface;
use Symfony\Contracts\HttpClient\HttpClientInterface;

/**
 * A service that accepts posts by HTTPS: JSON with `text`, `page` and `picture` (base64), identified by an
 * Idempotency-Key.
 */
final readonly class WebChannel implements Channel
{
    private const SECONDS = 30;

    public function __construct(private HttpClientInterface $client, private string $address)
    {
    }

    public function name(): Message
    {
        return new Message('schedule.channel.web', ['host' => (string) parse_url($this->address, \PHP_URL_HOST)]);
    }

    public function post(string $sign, string $text, string $picture, string $page): string
    {
        try {
            $answer = $this->client->request('POST', $this->address, [
                'timeout' => self::SECONDS,
                'max_duration' => 2 * self::SECONDS,
                'headers' => ['Idempotency-Key' => $sign],
                'json' => ['text' => $text, 'page' => $page, 'picture' => base64_encode($picture)],
            ])->toArray();
        } catch (ExceptionInterface $e) {
            throw new ChannelException(mb_strimwidth($e->getMessage(), 0, 200, '…', 'UTF-8'), 0, $e);
        }

        return mb_substr(\is_scalar($answer['id'] ?? null) ? (string) $answer['id'] : $sign, 0, 200);
    }
}
