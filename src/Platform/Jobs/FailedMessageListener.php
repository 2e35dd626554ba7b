<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

use Doctrine\DBAL\Exception\DriverException;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\App\Platform\Files\StoreUnavailableException;
use Morphea\Core\Message;
use Psr\Log\LoggerInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerMessageFailedEvent;
use Symfony\Component\Messenger\Exception\HandlerFailedException;

/**
 * Tells whoever is waiting when a job cannot go on, for example because the disk is full; the log has the cause. After
 * enough attempts the job is given up; a shared job stops and can be continued.
 */
#[AsEventListener]
final readonly class FailedMessageListener
{
    public function __construct(
        private JobDispatcher $desk,
        private JobRecorder $record,
        private EntityManagerInterface $entities,
        private JobKindRegistry $kinds,
        private LoggerInterface $logger,
        private Counters $tally,
        private LogContext $place,
    ) {
    }

    public function __invoke(WorkerMessageFailedEvent $event): void
    {
        $message = $event->getEnvelope()->getMessage();
        $this->tally();
        if (!($message instanceof RunJob)) {
            return;
        }
        $cause = $event->getThrowable();
        $cause = $cause instanceof HandlerFailedException ? array_values($cause->getWrappedExceptions())[0] ?? $cause : $cause;
        $this->logger->error('The job {job} cannot go on: {cause}', [
            'job' => $message->job,
            'cause' => $cause->getMessage(),
            'exception' => $cause,
        ]);
        try {
            $this->note($message->job, $cause, $event->willRetry());
        } catch (\Throwable $e) {
            $this->logger->error('Nor can that be noted: {cause}', ['cause' => $e->getMessage(), 'exception' => $e]);
        }
        $this->place->ends();
    }

    private function tally(): void
    {
        try {
            $this->tally->add(Counters::FAILED, 1);
        } catch (\Throwable) {
            // It may be the database itself that failed.
        }
    }

    private function note(string $id, \Throwable $cause, bool $again): void
    {
        $job = $this->entities->find(Job::class, $id);
        if (null === $job) {
            return;
        }
        $noRoom = $cause instanceof NoSpaceException || NoSpaceException::told($cause->getMessage());
        if (!($this->kinds->get($job) instanceof SharedTask)) {
            if (!$again) {
                $this->record->fail(
                    $id,
                    new Message($noRoom ? 'common.work.failed.no_space' : 'common.work.failed.unknown'),
                );
            }

            return;
        }
        $why = match (true) {
            $cause instanceof StoreUnavailableException => $cause->says(),
            $noRoom => new Message('common.work.paused.no_space'),
            $cause instanceof DriverException => new Message('common.work.paused.database'),
            default => new Message('common.work.paused.other', [
                'cause' => Message::why($cause),
            ]),
        };
        $this->record->trouble($id, new Message($again ? 'common.work.paused.again' : 'common.work.paused.ended', ['why' => $why]));
        if (!$again) {
            $this->desk->stop($job);
        }
    }
}
