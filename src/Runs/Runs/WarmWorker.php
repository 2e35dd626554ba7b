<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Morphea\App\Engine\Render\Renderer;
use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\App\Platform\Jobs\JobDispatcher;
use Psr\Log\LoggerInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerStartedEvent;

/** Starts a worker's renderer before the first piece is requested. */
#[AsEventListener(priority: -10)]
final readonly class WarmWorker
{
    public function __construct(private Renderer $renderer, private LoggerInterface $logger)
    {
    }

    public function __invoke(WorkerStartedEvent $event): void
    {
        if (\in_array(JobDispatcher::LONG, $event->getWorker()->getMetadata()->getTransportNames(), true)) {
            try {
                $this->renderer->warmUp();
            } catch (RenderException | NoSpaceException $e) {
                // Other work goes on; the first piece tells it.
                $this->logger->error('The renderer does not start.', ['exception' => $e]);
            }
        }
    }
}
