<?php

declare(strict_types=1);

namespace Morphea\Tests;

use Symfony\Component\Process\Process;

/** A process that is given time: five suites run on two processors, and a test that fails because others are busy tells nothing. */
final class Program extends Process
{
    private const SECONDS = 300.0;

    /**
     * @param array<string>                           $command
     * @param array<string, string|false|int>|null $env
     */
    public function __construct(
        array $command,
        ?string $cwd = null,
        ?array $env = null,
        mixed $input = null,
        ?float $timeout = self::SECONDS,
    ) {
        parent::__construct($command, $cwd, $env, $input, $timeout);
    }
}
