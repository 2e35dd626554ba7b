<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

use Morphea\App\Engine\Render\Request\HavePictures;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Ffi\LibraryException;

/**
 * The inside of a renderer process: reads requests and answers with files or an error, or asks for pictures first. Every
 * message is a line of JSON with the lengths of the bytes that follow. Memory is limited for the process, processor time
 * for each piece.
 */
final readonly class RendererLoop
{
    public function __construct(private RequestHandler $room)
    {
    }

    /**
     * @param resource $in
     * @param resource $out
     *
     * @return int exit status
     */
    public function run($in, $out): int
    {
        $waits = null;
        while (false !== ($line = fgets($in))) {
            /** @var array{length: int, seconds: int} $head */
            $head = json_decode($line, true, 4, \JSON_THROW_ON_ERROR);
            $body = (string) stream_get_contents($in, $head['length']);
            if (\strlen($body) !== $head['length']) {
                return 1;
            }
            $asked = unserialize($body);
            unset($body);
            $this->allow($head['seconds']);
            try {
                if ($asked instanceof HavePictures && null !== $waits) {
                    $this->room->take($waits[1], $asked);
                    [$asked, $missing, $waits] = [$waits[0], [], null];
                } else {
                    // Who looks for pictures may ask for something else meanwhile.
                    $missing = $this->room->missing($asked);
                    $waits = [] === $missing ? $waits : [$asked, $missing];
                }
                [] === $missing
                    ? $this->tell($out, self::answer(), $this->room->files($asked))
                    : $this->tell($out, self::answer(wants: true), [serialize($missing)]);
            } catch (RenderException | LibraryException $e) {
                $tooMuch = 1 === preg_match('/NoMemory|out of memory/', $e->getMessage());
                $this->tell($out, self::answer($tooMuch ? (new Message('render.too_much'))->stored() : $e->getMessage()), []);
            } catch (NoSpaceException $e) {
                $this->tell($out, self::answer($e->getMessage(), noRoom: true), []);
            }
            unset($asked);
        }

        return 0;
    }

    /** @return array{error: string|null, wants: bool, noRoom: bool} */
    private static function answer(?string $error = null, bool $wants = false, bool $noRoom = false): array
    {
        return ['error' => $error, 'wants' => $wants, 'noRoom' => $noRoom];
    }

    /**
     * @param resource             $out
     * @param array<string, mixed> $head
     * @param list<string>         $files
     */
    private function tell($out, array $head, array $files): void
    {
        $head['lengths'] = array_map(\strlen(...), $files);
        fwrite($out, json_encode($head, \JSON_THROW_ON_ERROR | \JSON_INVALID_UTF8_SUBSTITUTE) . "\n");
        foreach ($files as $file) {
            fwrite($out, $file);
        }
        fflush($out);
    }

    /** Allows so many more seconds of processor time; the system ends a process that takes more. */
    private function allow(int $seconds): void
    {
        $used = getrusage() ?: [];
        $sofar = (int) ($used['ru_utime.tv_sec'] ?? 0) + (int) ($used['ru_stime.tv_sec'] ?? 0);
        posix_setrlimit(\POSIX_RLIMIT_CPU, $sofar + $seconds + 1, \POSIX_RLIMIT_INFINITY);
    }
}
