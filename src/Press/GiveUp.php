<?php

declare(strict_types=1);

namespace Morphea\App\Press;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Exception\DriverException;
use Morphea\App\Entity\RunState;
use Morphea\App\Render\NoRoom;
use Psr\Log\LoggerInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerMessageFailedEvent;
use Symfony\Component\Messenger\Exception\HandlerFailedException;

/**
 * Where a run cannot go on, as with a full disk, that is said; once it was tried often enough the run stops, and goes
 * on when somebody wants it. Nothing counts as made that is not.
 */
#[AsEventListener]
final readonly class GiveUp
{
    public function __construct(private PieceStore $pieces, private Connection $connection, private LoggerInterface $logger)
    {
    }

    public function __invoke(WorkerMessageFailedEvent $event): void
    {
        $message = $event->getEnvelope()->getMessage();
        if (!($message instanceof MakePieces) && !($message instanceof FinishRun)) {
            return;
        }
        $cause = $event->getThrowable();
        $cause = $cause instanceof HandlerFailedException ? array_values($cause->getWrappedExceptions())[0] ?? $cause : $cause;
        $this->logger->error('The run {run} cannot go on: {cause}', [
            'run' => $message->run,
            'cause' => $cause->getMessage(),
            'exception' => $cause,
        ]);
        try {
            $this->pieces->trouble(
                $message->run,
                self::words($cause) .
                    ($event->willRetry() ? ' It is tried again by itself.' : ' Go on makes the rest, once that is mended.'),
            );
            if (!$event->willRetry()) {
                $this->connection->executeStatement('UPDATE run SET state = ?, finished_at = ? WHERE id = ? AND state = ?', [
                    RunState::Stopped->value,
                    (new \DateTimeImmutable())->format('Y-m-d H:i:s'),
                    $message->run,
                    RunState::Waiting->value,
                ]);
            }
        } catch (\Throwable $e) {
            $this->logger->error('Nor can that be noted: {cause}', ['cause' => $e->getMessage(), 'exception' => $e]);
        }
    }

    private static function words(\Throwable $cause): string
    {
        return match (true) {
            $cause instanceof NoRoom || NoRoom::told($cause->getMessage()) => 'There is no room left where pieces are kept.',
            $cause instanceof DriverException => 'The database does not answer.',
            default => 'It could not go on: ' . mb_strimwidth($cause->getMessage(), 0, 200, '…', 'UTF-8'),
        };
    }
}
