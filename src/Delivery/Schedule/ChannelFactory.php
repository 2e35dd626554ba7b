<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Schedule;

use League\Flysystem\FilesystemOperator;
use Symfony\Contracts\HttpClient\HttpClientInterface;

/** Channels by their address: `board://` is the built-in one, an https address is a real service. */
final readonly class ChannelFactory
{
    public function __construct(private FilesystemOperator $files, private HttpClientInterface $client)
    {
    }

    public function fromDsn(string $dsn): Channel
    {
        return match (parse_url($dsn, \PHP_URL_SCHEME)) {
            'https', 'http' => new WebChannel($this->client, $dsn),
            default => str_starts_with($dsn, 'board://')
                ? new BoardChannel($this->files)
                : throw new \InvalidArgumentException("MORPHEA_CHANNEL is “{$dsn}”; it has to be board:// or an https address."),
        };
    }
}
