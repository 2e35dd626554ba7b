<?php

declare(strict_types=1);

namespace Morphea\Tests\Browser;

use Morphea\Tests\Program;
use Symfony\Component\Process\Exception\ProcessSignaledException;
use Symfony\Component\Process\Process;

/** The real application beside the tests: web server, workers and chromedriver, on a database and files of their own. */
final class Application
{
    private static ?self $running = null;

    /** @var list<Process> */
    private array $processes = [];
    public readonly string $address;
    public readonly string $driver;
    public readonly string $downloads;
    /** @var array<string, string|false> settings with which all of it runs */
    public readonly array $environment;
    private readonly \Closure $web;
    /** Which of the processes it is by now. */
    private int $server = 0;
    private readonly int $port;

    public static function get(int $workers = 1): self
    {
        return self::$running ??= new self($workers);
    }

    private function __construct(int $workers)
    {
        $root = \dirname(__DIR__, 2);
        $folder = "$root/var/test/browser";
        (new Program(['rm', '-rf', $folder]))->mustRun();
        mkdir("$folder/downloads", 0o777, true);
        $this->downloads = "$folder/downloads";
        // Under bin/with-machines it is on the engines of many.
        $far = false !== getenv('MORPHEA_MACHINES');
        $environment = [
            'APP_ENV' => 'prod',
            'APP_DEBUG' => '0',
            'DATABASE_URL' => $far ? (string) getenv('DATABASE_URL') : "sqlite:///$folder/morphea.db",
            'STORAGE_DSN' => $far ? (string) getenv('STORAGE_DSN') : "local://$folder/files",
            'MORPHEA_QUIET' => '1',
            'PHP_CLI_SERVER_WORKERS' => '4',
            'SYMFONY_DOTENV_VARS' => false,
            'APP_CACHE_DIR' => false,
        ];
        $this->environment = $environment;
        $php = [
            \PHP_BINARY,
            '-d',
            'ffi.enable=1',
            '-d',
            'variables_order=EGPCS',
            '-d',
            'upload_max_filesize=100M',
            '-d',
            'post_max_size=110M',
            '-d',
            'expose_php=0',
            '-d',
            'max_file_uploads=500',
        ];
        foreach ([['doctrine:migrations:migrate', '-n', '-q'], ['morphea:demo']] as $command) {
            (new Program([...$php, 'bin/console', ...$command], $root, $environment))->mustRun();
        }
        $web = self::freePort();
        $driver = self::freePort();
        $this->address = "http://127.0.0.1:$web";
        $this->driver = "http://127.0.0.1:$driver";
        $this->web = function () use ($php, $web, $root, $environment): void {
            $this->server = \count($this->processes);
            $this->start(
                [...$php, '-S', "127.0.0.1:$web", '-t', 'public', 'public/router.php'],
                $root,
                // A server keeps its code in memory, and does not read it compiled for every request.
                ['PHP_INI_SCAN_DIR' => false] + $environment,
            );
        };
        $this->port = $web;
        ($this->web)();
        for ($i = 0; $i < $workers; ++$i) {
            $this->start(
                [...$php, 'bin/console', 'messenger:consume', 'priority', 'runs', '--sleep=0.1', '-q'],
                $root,
                $environment,
            );
        }
        $this->start(['chromedriver', "--port=$driver"], $root, []);
        $this->waitFor($web);
        $this->waitFor($driver);
        register_shutdown_function($this->stop(...));
    }

    /** Kills the web server, with all its processes, and starts it again. */
    public function restartWeb(): void
    {
        $process = $this->processes[$this->server];
        posix_kill(-(int) $process->getPid(), \SIGKILL);
        try {
            $process->wait();
        } catch (ProcessSignaledException) {
            // That is what it was for.
        }
        // Those it started may hold the port for a moment longer, and nobody else gets it then.
        for ($i = 0; $i < 200 && self::answers($this->port); ++$i) {
            usleep(50_000);
        }
        ($this->web)();
        $this->waitFor($this->port);
    }

    /**
     * @param list<string>                $command
     * @param array<string, string|false> $environment
     */
    private function start(array $command, string $root, array $environment): void
    {
        // A session of its own, so that it ends with all processes it starts in turn.
        $process = new Program(['setsid', ...$command], $root, $environment, timeout: null);
        $process->disableOutput();
        $process->start();
        $this->processes[] = $process;
    }

    private function stop(): void
    {
        foreach ($this->processes as $process) {
            if (null !== ($pid = $process->getPid())) {
                posix_kill(-$pid, \SIGKILL);
            }
        }
    }

    private function waitFor(int $port): void
    {
        for ($i = 0; $i < 200; ++$i) {
            if (self::answers($port)) {
                return;
            }
            usleep(50_000);
        }
        throw new \RuntimeException("Nothing answers at port $port.");
    }

    private static function answers(int $port): bool
    {
        $socket = @fsockopen('127.0.0.1', $port, timeout: 1);

        return false !== $socket && fclose($socket);
    }

    private static function freePort(): int
    {
        $socket = stream_socket_server('tcp://127.0.0.1:0');
        \assert(false !== $socket);
        $name = (string) stream_socket_get_name($socket, false);
        fclose($socket);

        return (int) substr($name, (int) strrpos($name, ':') + 1);
    }
}
