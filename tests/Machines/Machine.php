<?php

declare(strict_types=1);

namespace Morphea\Tests\Machines;

use Morphea\Tests\Program;
use Symfony\Component\Process\Process;

/** A machine: a folder of its own with nothing in it but the code. It works, or serves pages. */
final class Machine
{
    /** What of the project is its code. */
    private const CODE = ['assets', 'bin', 'config', 'core', 'demo', 'fonts', 'migrations', 'public', 'sounds', 'src', 'templates',
        'translations', 'vendor', '.env', 'composer.json', 'importmap.php'];

    public readonly string $folder;
    private ?Process $process = null;

    /** @param array<string, string|false> $settings */
    public function __construct(string $name, private readonly array $settings)
    {
        $root = \dirname(__DIR__, 2);
        $this->folder = "$root/var/$name.machine";
        (new Program(['rm', '-rf', $this->folder]))->mustRun();
        mkdir("$this->folder/var/tmp", 0o777, true);
        // Of the same bytes, but of paths of its own: nothing of the project is found by going up from here.
        (new Program(['cp', '-al', ...self::CODE, $this->folder], $root))->mustRun();
    }

    /**
     * A worker, which is started again whenever it ends, as systemd does.
     *
     * @param array<string, string> $more settings of this one alone
     */
    public function start(array $more = []): void
    {
        $work = 'messenger:consume priority runs --sleep=0.1 --keepalive=5 -q';
        $this->run(['sh', '-c', 'while :; do "$0" -d ffi.enable=1 bin/console ' . $work . '; sleep 1; done', \PHP_BINARY], $more);
    }

    /** @return string the address at which its pages are */
    public function serve(): string
    {
        $port = Servers::freePort();
        // It tells of every request: of a pipe that nobody reads it would hang.
        $command = "exec \"$0\" -d ffi.enable=1 -d variables_order=EGPCS -S 127.0.0.1:$port -t public public/router.php 2>/dev/null";
        $this->run(['sh', '-c', $command, \PHP_BINARY], ['PHP_CLI_SERVER_WORKERS' => '2']);
        Servers::await($port, 'The web machine');

        return "http://127.0.0.1:$port";
    }

    /** As if somebody had pulled its plug. */
    public function vanish(): void
    {
        if (null !== $this->process && null !== ($pid = $this->process->getPid())) {
            posix_kill(-$pid, \SIGKILL);
            $this->process->stop(0);
        }
        $this->process = null;
        (new Program(['rm', '-rf', $this->folder]))->run();
    }

    /** What it said, and wrote into its log. */
    public function told(): string
    {
        return $this->process?->getErrorOutput() . (@file_get_contents("$this->folder/var/log/prod.log") ?: '');
    }

    /**
     * @param list<string>          $command
     * @param array<string, string> $more
     */
    private function run(array $command, array $more): void
    {
        $this->process = new Program(['setsid', ...$command], $this->folder, $more + $this->settings + [
            'APP_ENV' => 'prod',
            'APP_DEBUG' => '0',
            'MORPHEA_NICE' => '0',
            'PHP_INI_SCAN_DIR' => false,
            'TMPDIR' => "$this->folder/var/tmp",
            'SYMFONY_DOTENV_VARS' => false,
            'APP_CACHE_DIR' => false,
        ], timeout: null);
        $this->process->start();
    }
}
