<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Http;

use Doctrine\DBAL\Connection;
use Morphea\App\Platform\Clock\Time;
use Symfony\Component\HttpFoundation\Request;
use Twig\Attribute\AsTwigFunction;

/** Makes sure that a form is processed once: a double click, or a request that a proxy repeats, orders nothing more. */
final readonly class FormDeduplicator
{
    private const FIELD = '_once';

    public function __construct(private Connection $connection)
    {
    }

    /** The value for the form's hidden field. */
    #[AsTwigFunction('once_token')]
    public function token(): string
    {
        return bin2hex(random_bytes(12));
    }

    /** Whether a form was not sent before; a form without a token always counts as new. */
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
