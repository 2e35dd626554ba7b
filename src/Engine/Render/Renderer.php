<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

use Morphea\App\Engine\Render\Request\ClosePaper;
use Morphea\App\Engine\Render\Request\DrawPage;
use Morphea\App\Engine\Render\Request\DrawSvg;
use Morphea\App\Engine\Render\Request\HavePictures;
use Morphea\App\Engine\Render\Request\OpenPaper;
use Morphea\App\Engine\Render\Request\SentDrawing;
use Morphea\App\Engine\Render\Request\TryPages;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\Core\Design\Styles\PictureLook;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\Picture;
use Morphea\Core\Rendering\Drawing\PictureContent;
use Morphea\Core\Rendering\Drawing\PictureContents;

/**
 * Turns drawings into pictures in a warm process of its own (bin/renderer), which has limits of time, memory and
 * processor and can be ended at any moment: a drawing that is too much costs itself and nothing else. A new process is
 * ready for the next.
 */
final class Renderer
{
    /** Bytes of memory for the process. */
    private const MEMORY = 2_500_000_000;
    /** Seconds that are waited for what takes no processor time, or gets none because others want it as well. */
    private const PATIENCE = 30;
    /** How often whoever wants to stop is asked, in microseconds. */
    private const TICK = 200_000;
    private const CHUNK = 1 << 18;
    /** How often, and after how many microseconds, the end of the process is looked for. */
    private const LOOKS = 100;
    private const LOOK = 2_000;

    /** @var resource|null */
    private $process;
    /** @var array{resource, resource}|null where it reads, where it writes */
    private ?array $pipes = null;
    /** The fonts it knows. */
    private string $fonts = '';
    private int $owner = 0;
    /** A PDF is open in it, which would be lost with it. */
    private bool $writes = false;
    /** What has gone to it. */
    private DrawingSender $sender;

    /** @param int $pieceSeconds processor seconds that one picture may take, where nothing else is said */
    public function __construct(
        private readonly FontSetup $setup,
        private readonly string $projectDir,
        private readonly int $pieceSeconds,
    ) {
        $this->sender = new DrawingSender();
    }

    public function __destruct()
    {
        $this->end();
    }

    /** Starts a process and has it load its fonts. */
    public function warmUp(): void
    {
        $this->png('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><text y="8">a</text></svg>', 96.0, true, 1);
    }

    /**
     * @param string                     $svg     sized in pixels, one a dot
     * @param bool                       $opaque  the drawing covers all of its page, so no alpha channel is needed
     * @param int|null                   $edge    pixels that neither side exceeds; null for as large as it is
     * @param (\Closure(): bool)|null    $stopped asked again and again; once it says yes, the drawing is ended
     *
     * @return string a PNG that knows its dpi
     *
     * @throws RenderException|CancelledException
     */
    public function png(
        string $svg,
        float $dpi,
        bool $opaque,
        int $compression,
        ?int $edge = null,
        ?int $seconds = null,
        ?\Closure $stopped = null,
    ): string {
        return $this->ask(new DrawSvg($svg, $dpi, $opaque, $compression, $edge), $seconds, $stopped)[0];
    }

    /**
     * A page as picture files.
     *
     * @param non-empty-list<PictureFormat> $formats
     * @param (\Closure(): bool)|null       $stopped
     *
     * @return non-empty-list<string> bytes of each file
     *
     * @throws RenderException|CancelledException
     */
    public function page(
        Drawing $page,
        PictureContents $pictures,
        Look $look,
        array $formats,
        bool $plain = false,
        ?\Closure $stopped = null,
    ): array {
        $files = $this->ask(new DrawPage($this->sendAll([$page])[0], $look, $formats, $plain), null, $stopped, $pictures);

        return [] === $files ? throw $this->died() : $files;
    }

    /**
     * Whether pages can be drawn into a PDF.
     *
     * @param non-empty-list<Drawing>  $pages
     * @param (\Closure(): bool)|null $stopped
     *
     * @throws RenderException|CancelledException
     */
    public function try(array $pages, PictureContents $pictures, Edge $edge, ?\Closure $stopped = null): void
    {
        /** @var non-empty-list<SentDrawing> $sent */
        $sent = $this->sendAll($pages);
        $this->ask(new TryPages($sent, $edge), null, $stopped, $pictures);
    }

    /**
     * Pages prepared for the running process, to be requested together.
     *
     * @param list<Drawing> $pages
     *
     * @return list<SentDrawing>
     */
    public function sendAll(array $pages): array
    {
        // What it knows is gone with a process: what goes to the next is put together anew.
        $this->start();

        return $this->sender->all($pages);
    }

    /** Processor seconds for that many pages together; no page gets more than one piece may take. */
    public function seconds(int $pages): int
    {
        return $this->pieceSeconds * max(1, $pages);
    }

    /**
     * Requests files from the process, and sends the pictures it asks for.
     *
     * @param (\Closure(): bool)|null $stopped
     *
     * @return list<string>
     *
     * @throws RenderException|CancelledException|NoSpaceException HelperDiedException where it ended, and with it a PDF that was open
     */
    public function ask(object $what, ?int $seconds = null, ?\Closure $stopped = null, ?PictureContents $pictures = null): array
    {
        $seconds ??= $this->pieceSeconds;
        $wrote = $this->writes;
        $this->start();
        if ($wrote && !$this->writes && !$what instanceof OpenPaper) {
            throw new HelperDiedException(new Message('render.pdf_lost'));
        }
        $this->writes = $what instanceof OpenPaper || ($this->writes && !$what instanceof ClosePaper);
        try {
            [$answer, $files] = $this->exchange($what, $seconds, $stopped);
            if ($answer['wants'] && null !== $pictures) {
                /** @var list<array{Picture, PictureLook}> $wanted */
                $wanted = unserialize($files[0]);
                $contents = array_map(static fn (array $one): PictureContent => $pictures->content(...$one), $wanted);
                [$answer, $files] = $this->exchange(new HavePictures($contents), $seconds, $stopped);
            }
        } catch (\Throwable $e) {
            $this->end();
            throw $e;
        }

        return match (true) {
            null === $answer['error'] => $files,
            $answer['noRoom'] => throw new NoSpaceException($answer['error']),
            default => throw new RenderException(Message::read($answer['error'])),
        };
    }

    /**
     * @param (\Closure(): bool)|null $stopped
     *
     * @return array{array{lengths: list<int>, error: string|null, wants: bool, noRoom: bool}, list<string>}
     */
    private function exchange(object $what, int $seconds, ?\Closure $stopped): array
    {
        [$in, $out] = $this->pipes ?? throw new RenderException(new Message('render.no_renderer'));
        $body = serialize($what);
        $send = json_encode(['length' => \strlen($body), 'seconds' => $seconds], \JSON_THROW_ON_ERROR) . "\n" . $body;
        $until = microtime(true) + self::PATIENCE + 2 * $seconds;
        [$sent, $length, $got, $answer, $expected] = [0, \strlen($send), [], null, 0];
        $have = 0;
        while (null === $answer || $have < $expected) {
            $read = [$out];
            $write = $sent < $length ? [$in] : [];
            $none = null;
            if (false === @stream_select($read, $write, $none, 0, self::TICK)) {
                // A signal came; the worker sees to it.
                continue;
            }
            /** @var list<resource> $read */
            /** @var list<resource> $write */
            if ([] !== $write) {
                $went = @fwrite($in, 0 === $sent && $length <= self::CHUNK ? $send : substr($send, $sent, self::CHUNK));
                if (false === $went || (0 === $went && feof($out))) {
                    throw $this->died();
                }
                $sent += $went;
            }
            if ([] !== $read) {
                $more = fread($out, self::CHUNK);
                if (false === $more || ('' === $more && feof($out))) {
                    throw $this->died();
                }
                $got[] = $more;
                $have += \strlen($more);
                if (null === $answer && false !== ($end = strpos($all = implode('', $got), "\n"))) {
                    /** @var array{lengths: list<int>, error: string|null, wants: bool, noRoom: bool} $answer */
                    $answer = json_decode(substr($all, 0, $end), true, 4, \JSON_THROW_ON_ERROR);
                    $got = [substr($all, $end + 1)];
                    $have = \strlen($got[0]);
                    $expected = array_sum($answer['lengths']);
                }
            }
            if (microtime(true) > $until) {
                throw new RenderException(new Message('render.too_long'));
            }
            if ([] === $read && null !== $stopped && $stopped()) {
                throw new CancelledException();
            }
        }
        $all = implode('', $got);
        $files = [];
        $at = 0;
        foreach ($answer['lengths'] as $bytes) {
            $files[] = substr($all, $at, $bytes);
            $at += $bytes;
        }

        return [$answer, $files];
    }

    /** Whether the limit of processor time ended it is known once the system has reaped it. */
    private function died(): RenderException
    {
        $status = null === $this->process ? null : proc_get_status($this->process);
        for ($look = 0; true === ($status['running'] ?? false) && null !== $this->process && $look < self::LOOKS; ++$look) {
            usleep(self::LOOK);
            $status = proc_get_status($this->process);
        }

        $tooMuch = new Message('render.too_much');

        return \SIGXCPU === ($status['termsig'] ?? 0) ? new RenderException($tooMuch) : new HelperDiedException($tooMuch);
    }

    /** A process that knows all fonts, belonging to this very process rather than the one it was forked from. */
    private function start(): void
    {
        $fonts = $this->setup->apply();
        $known = hash_file('sha256', $fonts) ?: '';
        if (
            null !== $this->process &&
            getmypid() === $this->owner &&
            ($known === $this->fonts || $this->writes) &&
            proc_get_status($this->process)['running']
        ) {
            return;
        }
        $this->end();
        $this->sender = new DrawingSender();
        $command = [
            'prlimit',
            '--as=' . self::MEMORY,
            '--core=0',
            '--',
            \PHP_BINARY,
            '-d',
            'ffi.enable=1',
            '-d',
            'memory_limit=-1',
            "$this->projectDir/bin/renderer",
        ];
        $process = proc_open(
            $command,
            [['pipe', 'r'], ['pipe', 'w'], ['file', '/dev/null', 'w']],
            $pipes,
            null,
            ['FONTCONFIG_FILE' => $fonts, 'LC_ALL' => 'C.UTF-8', 'VIPS_CONCURRENCY' => '1'] + getenv(),
        );
        if (false === $process) {
            throw new RenderException(new Message('render.no_renderer'));
        }
        stream_set_blocking($pipes[0], false);
        stream_set_blocking($pipes[1], false);
        $this->process = $process;
        $this->pipes = [$pipes[0], $pipes[1]];
        $this->fonts = $known;
        $this->owner = (int) getmypid();
    }

    private function end(): void
    {
        $this->writes = false;
        if (null === $this->process || getmypid() !== $this->owner) {
            $this->process = $this->pipes = null;

            return;
        }
        foreach ($this->pipes ?? [] as $pipe) {
            fclose($pipe);
        }
        proc_terminate($this->process, \SIGKILL);
        proc_close($this->process);
        $this->process = $this->pipes = null;
    }
}
