<?php

declare(strict_types=1);

namespace Morphea\App\Press;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Entity\Run;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerMessageFailedEvent;
use Symfony\Component\Messenger\MessageBusInterface;

/** When a stretch of a run fails for good, its pieces are given up with the reason, so that the run comes to an end and says so. */
#[AsEventListener]
final readonly class GiveUp
{
    public function __construct(private PieceStore $pieces, private EntityManagerInterface $entities, private MessageBusInterface $bus)
    {
    }

    public function __invoke(WorkerMessageFailedEvent $event): void
    {
        $message = $event->getEnvelope()->getMessage();
        if ($event->willRetry() || (!$message instanceof MakePieces && !$message instanceof FinishRun)) {
            return;
        }
        $reason = 'It could not be made: '.mb_strimwidth($event->getThrowable()->getMessage(), 0, 300, '…', 'UTF-8');
        if ($message instanceof FinishRun) {
            $this->entities->clear();
            $this->entities->find(Run::class, $message->run)?->stop();
            $this->entities->flush();

            return;
        }
        foreach ($this->pieces->waiting($message->run, $message->from, $message->to) as $piece) {
            $this->pieces->notMade($message->run, $piece->position, $reason);
        }
        if (!$this->pieces->waits($message->run) && !$this->pieces->stopped($message->run)) {
            $this->bus->dispatch(new FinishRun($message->run));
        }
    }
}
