<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Monitoring;

use Doctrine\DBAL\Connection;
use League\Flysystem\FilesystemOperator;
use Morphea\App\Platform\Database\SchemaVersion;
use Psr\Log\LoggerInterface;

/** Whether this machine reaches what it needs; the reason why not goes to the log only. */
final readonly class Readiness
{
    public const OK = 'ok';

    public function __construct(
        private Connection $connection,
        private FilesystemOperator $files,
        private SchemaVersion $versions,
        private LoggerInterface $logger,
    ) {
    }

    /** @return array{database: string, version: string, store: string} `ok`, or what is wrong */
    public function look(): array
    {
        $database = $this->works(fn () => $this->connection->fetchOne('SELECT 1'));
        // Old code goes on beside a newer database: migrations only add. New code waits for it.
        $version = self::OK === $database ? $this->works(fn () => $this->versions->isDatabaseOlder() ? 'not migrated' : null) : 'unknown';

        return ['database' => $database, 'version' => $version, 'store' => $this->works(fn () => $this->files->fileExists('ready'))];
    }

    /** @param \Closure(): mixed $try */
    private function works(\Closure $try): string
    {
        try {
            $says = $try();

            return \is_string($says) ? $says : self::OK;
        } catch (\Throwable $e) {
            $this->logger->error('Not ready: {cause}', ['cause' => $e->getMessage(), 'exception' => $e]);

            return 'does not answer';
        }
    }
}
