<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

use Symfony\Component\Mailer\Exception\UnexpectedResponseException;
use Symfony\Component\Mailer\Messenger\SendEmailMessage;
use Symfony\Component\Messenger\Envelope;
use Symfony\Component\Messenger\Exception\HandlerFailedException;
use Symfony\Component\Messenger\Retry\RetryStrategyInterface;
use Symfony\Component\Messenger\Stamp\RedeliveryStamp;

/**
 * When failed messages are tried again. A mail server may be away for a while: emails wait for it for an hour, as long
 * as a link in them is valid. What the server rejects for good is not tried again (RFC 5321, 4.2.1).
 */
final readonly class RetryStrategy implements RetryStrategyInterface
{
    /** Seconds between tries. */
    private const EMAIL = [5, 15, 40, 60, 120, 240, 480, 900, 1_740];
    private const OTHER = [0.5, 1, 2];

    public function isRetryable(Envelope $message, ?\Throwable $throwable = null): bool
    {
        for ($cause = $throwable; $cause instanceof HandlerFailedException && null !== $cause->getPrevious();) {
            $cause = $cause->getPrevious();
        }

        return !($cause instanceof UnexpectedResponseException && $cause->getCode() >= 500) && null !== self::wait($message);
    }

    public function getWaitingTime(Envelope $message, ?\Throwable $throwable = null): int
    {
        return (int) (1_000 * (self::wait($message) ?? 0));
    }

    private static function wait(Envelope $message): int|float|null
    {
        $what = $message->getMessage();
        $waits = $what instanceof SendEmailMessage || $what instanceof NeedsMailServer ? self::EMAIL : self::OTHER;

        return $waits[RedeliveryStamp::getRetryCountFromEnvelope($message)] ?? null;
    }
}
