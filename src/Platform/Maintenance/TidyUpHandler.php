<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Maintenance;

use Psr\Log\LoggerInterface;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

#[AsMessageHandler]
final readonly class TidyUpHandler
{
    public function __construct(private Tidying $tidy, private LoggerInterface $logger)
    {
    }

    public function __invoke(TidyUp $message): void
    {
        $this->logger->info('Tidied up', $this->tidy->run());
    }
}
