<?php

declare(strict_types=1);

namespace Morphea\App\Film;

use Morphea\App\Media\Ffmpeg;
use Morphea\App\Render\Halted;
use Morphea\App\Render\Renderer;
use Morphea\App\Render\RenderError;
use Morphea\App\Storage\NoRoom;
use Morphea\App\Storage\Scratch;

/** Scenes as files of moving pictures. */
final readonly class FilmMaker
{
    /** Of what is packed once more by something else. */
    private const LOSSLESS = 98;
    /** Frames a second of pictures that move without being films, at the most. */
    private const SLOW = 25;
    /** As MP4 names languages: by three letters (ISO 639-2). */
    private const LANGUAGES = [
        ...['ar' => 'ara', 'bg' => 'bul', 'cs' => 'ces', 'da' => 'dan', 'de' => 'deu', 'el' => 'ell', 'en' => 'eng', 'es' => 'spa'],
        ...['et' => 'est', 'fa' => 'fas', 'fi' => 'fin', 'fr' => 'fra', 'he' => 'heb', 'hi' => 'hin', 'hr' => 'hrv', 'hu' => 'hun'],
        ...['it' => 'ita', 'ja' => 'jpn', 'ko' => 'kor', 'lt' => 'lit', 'lv' => 'lav', 'nb' => 'nob', 'nl' => 'nld', 'pl' => 'pol'],
        ...['pt' => 'por', 'ro' => 'ron', 'ru' => 'rus', 'sk' => 'slk', 'sl' => 'slv', 'sv' => 'swe', 'th' => 'tha', 'tr' => 'tur'],
        ...['uk' => 'ukr', 'vi' => 'vie', 'zh' => 'zho'],
    ];

    public function __construct(private Renderer $renderer, private Ffmpeg $ffmpeg, private Grounds $grounds)
    {
    }

    /**
     * @param float                   $scale   pixels a dot; sides come out even
     * @param int                     $quality 1 to 100
     * @param (\Closure(): bool)|null $stopped
     *
     * @return string bytes
     *
     * @throws RenderError|NoRoom|Halted
     */
    public function make(Film $film, FilmFormat $format, float $scale, int $quality, ?\Closure $stopped = null): string
    {
        if (null !== ($missing = $this->missing())) {
            throw new RenderError($missing);
        }
        if (0 === $film->scene->timing->frames()) {
            throw new RenderError('Nothing that comes with its beats is shown in this row, so it has no time. Fill in its cells.');
        }

        return Scratch::in(function (string $folder) use ($film, $format, $scale, $quality, $stopped): string {
            $reel = new Reel($this->renderer, $this->ffmpeg, $this->grounds, $film->pictures, $scale, $folder, $stopped);
            $path = $reel->of($film->scene, FilmFormat::Mp4 === $format ? $quality : self::LOSSLESS);
            $rate = $film->scene->timing->rate;
            $to = "$folder/film.$format->value";
            // Only packed in a file do frames have their times.
            $frames = ['-r', (string) $rate, '-f', 'h264', '-i', $path];
            if (FilmFormat::Mp4 !== $format) {
                $this->ffmpeg->run([...$frames, '-c:v', 'copy', "$folder/whole.mp4"], $stopped);
            }
            if (FilmFormat::Gif === $format) {
                $colours = ['-vf', self::slow($rate) . ',palettegen=stats_mode=diff', "$folder/palette.png"];
                $this->ffmpeg->run(['-i', "$folder/whole.mp4", ...$colours], $stopped);
            }
            $this->ffmpeg->run([
                ...match ($format) {
                    FilmFormat::Mp4 => [...$frames, ...$this->mp4($film, $folder)],
                    FilmFormat::Webm => ['-i', "$folder/whole.mp4", ...self::webm($quality)],
                    FilmFormat::Gif => ['-i', "$folder/whole.mp4", '-i', "$folder/palette.png", ...self::gif($rate)],
                    FilmFormat::Webp => ['-i', "$folder/whole.mp4", ...self::webp($rate, $quality)],
                },
                ...['-map_metadata', '-1', '-metadata', "title=$film->title"],
                ...['-metadata', "description={$film->subtitles->words()}", '-fflags', '+bitexact', $to],
            ], $stopped);

            return (string) file_get_contents($to);
        });
    }

    /** Why there are no films here; null where there are. */
    public function missing(): ?string
    {
        return $this->ffmpeg->missing();
    }

    /** @return list<string> */
    private function mp4(Film $film, string $folder): array
    {
        $words = [];
        if ([] !== $film->subtitles->cues) {
            NoRoom::write("$folder/words.srt", $film->subtitles->srt());
            $words = ['-map', '2:s', '-c:s', 'mov_text', '-metadata:s:s:0', 'language=' . self::language($film->language)];
        }

        return [
            ...['-f', 'lavfi', '-t', \sprintf('%.6F', $film->scene->timing->seconds()), '-i', 'anullsrc=r=48000:cl=stereo'],
            ...[] === $words ? [] : ['-i', "$folder/words.srt"],
            ...['-map', '0:v', '-map', '1:a', ...$words],
            ...['-c:v', 'copy', '-c:a', 'aac', '-b:a', '96k', '-flags:a', '+bitexact', '-movflags', '+faststart'],
        ];
    }

    private static function language(string $language): string
    {
        return self::LANGUAGES[locale_get_primary_language($language) ?? ''] ?? 'und';
    }

    /** @return list<string> */
    private static function webm(int $quality): array
    {
        return [
            ...['-c:v', 'libvpx-vp9', '-b:v', '0', '-crf', (string) (int) round(52 - 0.3 * $quality)],
            ...['-deadline', 'good', '-cpu-used', '5', '-row-mt', '0', '-threads', '1', '-g', '240'],
        ];
    }

    /** @return list<string> */
    private static function gif(int $rate): array
    {
        $colours = 'paletteuse=dither=sierra2_4a:diff_mode=rectangle';

        return ['-lavfi', '[0:v]' . self::slow($rate) . "[frames];[frames][1:v]$colours", '-loop', '0'];
    }

    /** @return list<string> */
    private static function webp(int $rate, int $quality): array
    {
        return ['-vf', self::slow($rate), '-c:v', 'libwebp_anim', '-quality', (string) $quality, '-loop', '0', '-an'];
    }

    private static function slow(int $rate): string
    {
        return 'fps=' . min(self::SLOW, $rate);
    }
}
