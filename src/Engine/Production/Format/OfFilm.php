<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Format;

use Morphea\App\Engine\Production\FormatOption;
use Morphea\App\Engine\Production\FormatSettings;
use Morphea\App\Engine\Production\LaidOutPiece;
use Morphea\App\Engine\Production\MotionFormat;
use Morphea\App\Engine\Production\SettingsInput;
use Morphea\App\Engine\Render\Edge;
use Morphea\App\Engine\Video\Film;
use Morphea\App\Engine\Video\FilmFormat;
use Morphea\App\Engine\Video\FilmMaker;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Timeline\Subtitles;

/** The first page over time, as a film. */
abstract readonly class OfFilm extends AbstractFormat implements MotionFormat
{
    /** Raised when the same short comes out otherwise. */
    private const VERSION = 2;

    public function __construct(private FilmMaker $films)
    {
    }

    abstract protected static function format(): FilmFormat;

    public function ending(): string
    {
        return static::format()->value;
    }

    public function settings(SettingsInput $said = new SettingsInput([])): FilmSettings
    {
        return new FilmSettings($said);
    }

    public function options(): array
    {
        return [
            FormatOption::Size,
            FormatOption::Rate,
            ...static::format()->hasQuality() ? [FormatOption::Quality, FormatOption::Bytes] : [],
        ];
    }

    public function isByPage(): bool
    {
        return false;
    }

    public function missing(): ?Message
    {
        return $this->films->missing();
    }

    public function suffix(): ?string
    {
        return null;
    }

    public function size(Design $design, FormatSettings $settings): string
    {
        $settings = FilmSettings::from($settings);
        $scale = self::scale($design, $settings);

        return \sprintf(
            '%d × %d px at %d',
            self::even($design->width * $scale),
            self::even($design->height * $scale),
            $settings->rate,
        );
    }

    public function depends(FormatSettings $settings): array
    {
        $settings = FilmSettings::from($settings);
        $all = $settings->toArray();

        return [self::VERSION, $all['size'], $all['value'], $settings->quality, $settings->rate, $settings->megabytes];
    }

    public function files(LaidOutPiece $piece, FormatSettings $settings, ?\Closure $stopped = null): array
    {
        $settings = FilmSettings::from($settings);
        $timeline = $piece->timeline($settings->rate);
        $subtitles = Subtitles::of($piece->pages[0], $timeline);
        $film = new Film($timeline, $piece->pictures, $piece->name, $subtitles, $piece->language());
        $scale = self::scale($piece->design, $settings);

        return [$this->films->make($film, static::format(), $scale, $settings->quality, $settings->megabytes, $stopped)];
    }

    private static function scale(Design $design, FilmSettings $settings): float
    {
        return $settings->size->scale($design, Edge::Cut->dots($design->bleed, $design->dpi));
    }

    private static function even(float $pixels): int
    {
        return 2 * intdiv((int) round($pixels), 2);
    }
}
