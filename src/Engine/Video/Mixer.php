<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Video;

use Morphea\App\Engine\Media\Ffmpeg;
use Morphea\App\Engine\Render\CancelledException;
use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\Core\Rendering\Layout\Sound;
use Morphea\Core\Rendering\Layout\SoundSource;
use Morphea\Core\Rendering\Timeline\Soundtrack;

/** Mixes all sound of a film to its target loudness (EBU R 128, ITU-R BS.1770). */
final readonly class Mixer
{
    /** What tracks and speech are brought to before they are mixed, in LUFS, so that neither drowns the other. */
    private const EVEN = -20.0;
    /** Softer is silence, of which there is nothing to bring up. */
    private const SILENCE = -60.0;
    private const MOST_GAIN = 30.0;
    /** True peak that players can be trusted with, in dBTP. */
    private const PEAK = -1.5;
    /** Seconds in which a track becomes softer, and comes back. */
    private const RAMP = 0.25;
    private const FORM = 'aformat=sample_fmts=fltp:sample_rates=48000:channel_layouts=stereo';

    public function __construct(private Ffmpeg $ffmpeg)
    {
    }

    /**
     * @param string                  $folder  for what is needed on the way
     * @param (\Closure(): bool)|null $stopped
     *
     * @return string path of a sound that lasts so many seconds; silence where nothing is heard
     *
     * @throws RenderException|NoSpaceException|CancelledException
     */
    public function mix(Soundtrack $sound, float $seconds, SoundSource $source, string $folder, ?\Closure $stopped = null): string
    {
        $lasts = \sprintf('%.6F', $seconds);
        if ($sound->isSilent()) {
            $this->ffmpeg->run(['-f', 'lavfi', '-t', $lasts, '-i', 'anullsrc=r=48000:cl=stereo', "$folder/sound.wav"], $stopped);

            return "$folder/sound.wav";
        }
        $inputs = $chains = $mixed = [];
        if (null !== $sound->track) {
            $path = $this->file($sound->track, $source, "$folder/track.m4a");
            $again = $sound->how->again ? ['-stream_loop', '-1'] : [];
            array_push($inputs, ...$again, ...['-t', $lasts, '-i', $path]);
            $chains[] = '[0:a]' . self::FORM . ",{$this->evened($path, $folder, $stopped)}{$this->faded($sound, $seconds)}[s0]";
            $mixed[] = '[s0]';
        }
        foreach ($sound->voices as $voice) {
            $i = \count($mixed);
            $path = $this->file($voice->sound, $source, "$folder/voice-$i.m4a");
            array_push($inputs, '-i', $path);
            $even = $voice->speech ? ",{$this->evened($path, $folder, $stopped)}" : '';
            $chains[] = \sprintf('[%d:a]%s%s,adelay=%d:all=1[s%d]', $i, self::FORM, $even, (int) round(1000 * $voice->from), $i);
            $mixed[] = "[s$i]";
        }
        $all = implode('', $mixed) . 'amix=inputs=' . \count($mixed) . ':normalize=0:duration=longest';
        $chains[] = "{$all},apad=whole_dur=$lasts,atrim=end={$lasts}[out]";
        NoSpaceException::write("$folder/mix.graph", implode(';', $chains));
        $graph = ['-filter_complex_script', "$folder/mix.graph", '-map', '[out]', '-c:a', 'pcm_f32le', "$folder/mix.wav"];
        $this->ffmpeg->run([...$inputs, ...$graph], $stopped);
        $gain = $this->gain("$folder/mix.wav", $sound->how->loudness, $folder, $stopped);
        // Over-sampled, so that no peak hides between samples.
        $limit = \sprintf('aresample=192000,alimiter=limit=%F:attack=2:release=60:level=0,aresample=48000', 10 ** (self::PEAK / 20));
        $this->ffmpeg->run(['-i', "$folder/mix.wav", '-af', "volume={$gain}dB,$limit", "$folder/sound.wav"], $stopped);

        return "$folder/sound.wav";
    }

    private function file(Sound $sound, SoundSource $source, string $path): string
    {
        NoSpaceException::write($path, $source->heard($sound));

        return $path;
    }

    /** @param (\Closure(): bool)|null $stopped */
    private function evened(string $path, string $folder, ?\Closure $stopped): string
    {
        return "volume={$this->gain($path, self::EVEN, $folder, $stopped)}dB";
    }

    /** A track with its fades, ducked under speech. */
    private function faded(Soundtrack $sound, float $seconds): string
    {
        $how = $sound->how;
        $filters = '';
        if ($how->fadeIn > 0) {
            $filters .= \sprintf(',afade=t=in:st=0:d=%F', min($how->fadeIn, $seconds));
        }
        if ($how->fadeOut > 0) {
            $filters .= \sprintf(',afade=t=out:st=%F:d=%F', max(0.0, $seconds - $how->fadeOut), min($how->fadeOut, $seconds));
        }
        $said = array_map(static fn (array $time): string => \sprintf(
            'clip(min((t-%1$.3F)/%3$.2F\,(%2$.3F-t)/%3$.2F)\,0\,1)',
            $time[0] - self::RAMP,
            $time[1] + self::RAMP,
            self::RAMP,
        ), $sound->speech());
        if ([] !== $said && $how->under > 0) {
            $most = array_reduce($said, static fn (string $all, string $one): string => "max($all\\,$one)", '0');
            $filters .= \sprintf(",volume='pow(10\,-%F*%s/20)':eval=frame", $how->under, $most);
        }

        return $filters;
    }

    /**
     * How many decibels a sound must be raised.
     *
     * @param (\Closure(): bool)|null $stopped
     */
    private function gain(string $path, float $to, string $folder, ?\Closure $stopped): string
    {
        $told = "$folder/loudness.txt";
        $measure = "ebur128=metadata=1,ametadata=print:key=lavfi.r128.I:file=$told";
        $this->ffmpeg->run(['-i', $path, '-af', $measure, '-f', 'null', '-'], $stopped);
        preg_match_all('/lavfi\.r128\.I=(-?[\d.]+|-?inf)/', (string) @file_get_contents($told), $found);
        $loud = end($found[1]);
        $loud = is_numeric($loud) ? (float) $loud : -\INF;

        return \sprintf('%.2F', $loud < self::SILENCE ? 0.0 : min(self::MOST_GAIN, $to - $loud));
    }
}
