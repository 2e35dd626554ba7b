<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Video;

use Morphea\App\Platform\Files\NoSpaceException;

/** Combines film, sound and metadata into a file of each format. */
final readonly class Packing
{
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

    /**
     * @param int    $quality 1 to 100
     * @param string $folder  where it is packed
     * @param string $sound   path of what is heard
     */
    public function __construct(
        private Film $film,
        private int $rate,
        private int $quality,
        private string $folder,
        private string $sound,
    ) {
    }

    /** @return list<string> behind the input of the moving pictures */
    public function options(FilmFormat $format): array
    {
        return [
            ...match ($format) {
                FilmFormat::Mp4 => $this->mp4(),
                FilmFormat::Webm => $this->webm(),
                FilmFormat::Gif => $this->gif(),
                FilmFormat::Webp => $this->webp(),
            },
            ...['-map_metadata', '-1', '-metadata', "title={$this->film->title}"],
            ...['-metadata', "description={$this->film->subtitles->words()}", '-fflags', '+bitexact'],
        ];
    }

    /** @return list<string> the colours a GIF is to have, chosen for what changes */
    public function palette(): array
    {
        return ['-vf', "{$this->slow()},palettegen=stats_mode=diff", "$this->folder/palette.png"];
    }

    /** @return list<string> */
    private function mp4(): array
    {
        $words = [];
        if ([] !== $this->film->subtitles->cues) {
            NoSpaceException::write("$this->folder/words.srt", $this->film->subtitles->srt());
            $words = ['-map', '2:s', '-c:s', 'mov_text', '-metadata:s:s:0', 'language=' . self::language($this->film->language)];
        }

        return [
            ...['-i', $this->sound],
            ...[] === $words ? [] : ['-i', "$this->folder/words.srt"],
            ...['-map', '0:v', '-map', '1:a', ...$words],
            ...['-c:v', 'copy', '-c:a', 'aac', '-b:a', $this->film->timeline->sound->isSilent() ? '32k' : '160k'],
            ...['-flags:a', '+bitexact', '-movflags', '+faststart'],
        ];
    }

    private static function language(string $language): string
    {
        return self::LANGUAGES[locale_get_primary_language($language) ?? ''] ?? 'und';
    }

    /** @return list<string> */
    private function webm(): array
    {
        $sound = ['-i', $this->sound, '-map', '0:v', '-map', '1:a', '-c:a', 'libopus', '-b:a', '128k'];

        return [
            ...$this->film->timeline->sound->isSilent() ? [] : $sound,
            ...['-c:v', 'libvpx-vp9', '-b:v', '0', '-crf', (string) (int) round(52 - 0.3 * $this->quality)],
            ...['-deadline', 'good', '-cpu-used', '5', '-row-mt', '0', '-threads', '1', '-g', '240'],
        ];
    }

    /** @return list<string> */
    private function gif(): array
    {
        $colours = 'paletteuse=dither=sierra2_4a:diff_mode=rectangle';
        $graph = "[0:v]{$this->slow()}[frames];[frames][1:v]$colours";

        return ['-i', "$this->folder/palette.png", '-lavfi', $graph, '-loop', '0'];
    }

    /** @return list<string> */
    private function webp(): array
    {
        return ['-vf', $this->slow(), '-c:v', 'libwebp_anim', '-quality', (string) $this->quality, '-loop', '0', '-an'];
    }

    private function slow(): string
    {
        return 'fps=' . min(self::SLOW, $this->rate);
    }
}
