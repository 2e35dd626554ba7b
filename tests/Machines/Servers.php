<?php

declare(strict_types=1);

namespace Morphea\Tests\Machines;

use Morphea\Tests\Program;

/** PostgreSQL and an object store on loopback, each with a folder of its own that is new. They can go and come back. */
final class Servers
{
    private const BUCKET = 'morphea';
    private const HERE = 'MORPHEA_MACHINES';
    private const KEYS = ['S3RVER', 'S3RVER'];
    /** Seconds. */
    private const PATIENCE = 60;

    private readonly string $tables;
    private readonly string $bin;

    private function __construct(private readonly string $folder, private readonly int $sql, private readonly int $store)
    {
        // PostgreSQL is not run by root, and who it is run by may not come into the folders of the project.
        $this->tables = '/tmp/morphea-sql-' . substr(hash('sha256', $folder), 0, 8);
        $all = glob('/usr/lib/postgresql/*/bin/pg_ctl') ?: [];
        $this->bin = \dirname((string) end($all));
    }

    public static function start(): self
    {
        $folder = \dirname(__DIR__, 2) . '/var/servers-' . (getenv('MORPHEA_TESTS') ?: 'own');
        $servers = new self($folder, self::freePort(), self::freePort());
        $servers->make();
        $servers->startDatabase();
        $servers->startStore();

        return $servers;
    }

    /** Those that `bin/with-machines` started. */
    public static function running(): self
    {
        [$folder, $sql, $store] = explode('|', (string) getenv(self::HERE)) + ['', '', ''];

        return '' === $store
            ? throw new \LogicException('To be run by bin/with-machines.')
            : new self($folder, (int) $sql, (int) $store);
    }

    /** @return array<string, string> what a machine needs to know of the others */
    public function settings(): array
    {
        [$key, $secret] = self::KEYS;

        return [
            'DATABASE_URL' => "postgresql://morphea@127.0.0.1:$this->sql/morphea?serverVersion=15&charset=utf8",
            self::HERE => "$this->folder|$this->sql|$this->store",
            'MORPHEA_TEST_OBJECTS' => "$this->folder/objects/" . self::BUCKET,
            'STORAGE_DSN' => "s3://$key:$secret@" . self::BUCKET . "?endpoint=http://127.0.0.1:$this->store",
        ];
    }

    public function startDatabase(): void
    {
        $this->postgres('pg_ctl', '-D', $this->tables, '-w', '-l', "$this->tables/log", 'start');
    }

    /** At once, as if the machine had died. */
    public function stopDatabase(): void
    {
        $this->postgres('pg_ctl', '-D', $this->tables, '-m', 'immediate', 'stop');
    }

    public function startStore(): void
    {
        // It makes the tokens by which long lists go on with a cipher that Node has among its old ones alone.
        $server = ['node', '--openssl-legacy-provider', __DIR__ . '/store.cjs'];
        array_push($server, "$this->folder/objects", (string) $this->store, self::BUCKET);
        $line = implode(' ', array_map(escapeshellarg(...), $server));
        (new Program(['sh', '-c', "setsid $line >/dev/null 2>&1 & echo $! > \"$this->folder/store.pid\""]))->mustRun();
        self::await($this->store, 'The store');
    }

    /** Until something listens there. */
    public static function await(int $port, string $what): void
    {
        $until = microtime(true) + self::PATIENCE;
        while (!self::answers($port)) {
            if (microtime(true) > $until) {
                throw new \RuntimeException("$what does not start.");
            }
            usleep(50_000);
        }
    }

    /** What a test stopped, and did not come to start again. */
    public function mend(): void
    {
        if (!self::answers($this->store)) {
            $this->startStore();
        }
        if (!self::answers($this->sql)) {
            $this->startDatabase();
        }
    }

    private static function answers(int $port): bool
    {
        $socket = @fsockopen('127.0.0.1', $port, timeout: 0.5);

        return false !== $socket && fclose($socket);
    }

    public function stopStore(): void
    {
        $pid = (int) @file_get_contents("$this->folder/store.pid");
        $pid > 0 && posix_kill($pid, \SIGKILL);
    }

    public function stop(): void
    {
        $this->stopStore();
        if (is_file("$this->tables/postmaster.pid")) {
            $this->stopDatabase();
        }
        (new Program(['rm', '-rf', $this->tables]))->run();
    }

    private function make(): void
    {
        if (is_file("$this->tables/postmaster.pid")) {
            // One that was left behind.
            try {
                $this->stopDatabase();
            } catch (\RuntimeException) {
            }
        }
        (new Program(['rm', '-rf', $this->folder, $this->tables]))->mustRun();
        mkdir("$this->folder/objects", 0o777, true);
        mkdir($this->tables, 0o700);
        if (0 === posix_geteuid()) {
            (new Program(['chown', 'postgres', $this->tables]))->mustRun();
        }
        $this->postgres('initdb', '-D', $this->tables, '-U', 'morphea', '-A', 'trust', '-E', 'UTF8', '--locale=C', '-N');
        // What is in it is thrown away: nothing of it has to outlive a power cut.
        file_put_contents("$this->tables/postgresql.conf", implode("\n", [
            "port = $this->sql",
            "listen_addresses = '127.0.0.1'",
            "unix_socket_directories = ''",
            'fsync = off',
            'synchronous_commit = off',
            'full_page_writes = off',
            'max_connections = 100',
            "timezone = 'UTC'",
            '',
        ]), \FILE_APPEND);
        $this->postgres('pg_ctl', '-D', $this->tables, '-w', '-l', "$this->tables/log", 'start');
        $this->postgres('createdb', '-h', '127.0.0.1', '-p', (string) $this->sql, '-U', 'morphea', 'morphea');
        $this->stopDatabase();
    }

    /** PostgreSQL refuses to be run by root. */
    private function postgres(string $program, string ...$arguments): void
    {
        $command = ["$this->bin/$program", ...$arguments];
        if (0 === posix_geteuid()) {
            $command = ['runuser', '-u', 'postgres', '--', ...$command];
        }
        $process = new Program($command, '/', timeout: self::PATIENCE);
        // A server that is left running would hold the pipes of whoever started it.
        $process->setOptions(['create_new_console' => true]);
        $process->disableOutput();
        if (0 !== $process->run()) {
            throw new \RuntimeException("$program failed: see $this->tables/log.");
        }
    }

    public static function freePort(): int
    {
        $socket = stream_socket_server('tcp://127.0.0.1:0') ?: throw new \RuntimeException('There is no free port.');
        $port = (int) substr((string) strrchr((string) stream_socket_get_name($socket, false), ':'), 1);
        fclose($socket);

        return $port;
    }
}
