<?php

declare(strict_types=1);

namespace Morphea\App\Work;

use Morphea\App\Render\NoRoom;
use Psr\Log\LoggerInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerMessageFailedEvent;
use Symfony\Component\Messenger\Exception\HandlerFailedException;

/** Long work that fails for good says so to who waits for it; the log has the true cause. */
#[AsEventListener]
final readonly class GiveUpWork
{
    public function __construct(private WorkDesk $desk, private LoggerInterface $logger)
    {
    }

    public function __invoke(WorkerMessageFailedEvent $event): void
    {
        $message = $event->getEnvelope()->getMessage();
        if (!($message instanceof DoWork) || $event->willRetry()) {
            return;
        }
        $cause = $event->getThrowable();
        $cause = $cause instanceof HandlerFailedException ? array_values($cause->getWrappedExceptions())[0] ?? $cause : $cause;
        $this->logger->error('The job {job} came to nothing: {cause}', [
            'job' => $message->job,
            'cause' => $cause->getMessage(),
            'exception' => $cause,
        ]);
        try {
            $this->desk->fail(
                $message->job,
                $cause instanceof NoRoom || NoRoom::told($cause->getMessage())
                    ? 'There is no room left on the server. Nothing was changed; try it again later.'
                    : 'The server could not do this. Nothing that was here is lost; try it again.',
            );
        } catch (\Throwable $e) {
            $this->logger->error('Nor can that be noted: {cause}', ['cause' => $e->getMessage(), 'exception' => $e]);
        }
    }
}
