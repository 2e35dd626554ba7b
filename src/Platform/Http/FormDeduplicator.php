<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Http;

use Doctrine\DBAL\Connection;
use Morphea\App\Platform\Clock\Time;
use Symfony\Component\HttpFoundation\Request;
use Twig\Attribute\AsTwigFunction;

/** A page that orders something is sent once: a double click, or a request that a proxy repeats, orders nothing more. */
final readonly class FormDeduplicator
{
    private const FIELD = '_once';

    public function __construct(private Connection $connection)
    {
    }

    /** For the hidden field of a form. */
    #[AsTwigFunction('once_token')]
    public function token(): string
    {
        return bin2hex(random_bytes(12));
    }

    /** Whether a form was not sent before; one without a token always is. */
    public function isFirst(Request $request): bool
    {
        $token = $request->request->getString(self::FIELD);
        if (1 !== preg_match('/^[0-9a-f]{24}$/', $token)) {
            return true;
        }

        return 1 === (int) $this->connection->executeStatement(
            'INSERT INTO form_sent (token, sent_at) VALUES (?, ?) ON CONFLICT (token) DO NOTHING',
            [$token, Time::now()],
        );
    }

    public function tidy(): int
    {
        return (int) $this->connection->executeStatement('DELETE FROM form_sent WHERE sent_at < ?', [Time::now() - 7 * 86_400]);
    }
}
