<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Format;

use Morphea\App\Engine\Production\FormatSettings;
use Morphea\App\Engine\Production\PictureSize;
use Morphea\App\Engine\Production\SettingsInput;
use Morphea\App\Engine\Production\SizedSettings;
use Morphea\App\Engine\Production\TimedSettings;
use Morphea\Core\Rendering\Timeline\Timing;

/** Settings of shorts: size, frame rate, quality, and the largest file size. */
readonly class FilmSettings extends FormatSettings implements SizedSettings, TimedSettings
{
    private const LEAST_MEGABYTES = 0.05;

    public PictureSize $size;
    public int $rate;
    /** 1 to 100, of those that lose something. */
    public int $quality;
    /** That a file is not to exceed, for which its quality is given up; null for no bound. */
    public ?float $megabytes;

    public function __construct(SettingsInput $said = new SettingsInput([]))
    {
        parent::__construct($said);
        $this->size = PictureSize::from($said);
        $this->rate = $said->oneOf('rate', Timing::USUAL, Timing::RATES);
        $this->quality = $said->whole('quality', PictureSettings::USUAL_QUALITY, 1, 100);
        $this->megabytes = $said->number('megabytes', null, self::LEAST_MEGABYTES, 'megabytes');
    }

    public function toArray(): array
    {
        return parent::toArray() + [
            ...$this->size->toArray(),
            'rate' => $this->rate,
            'quality' => $this->quality,
            'megabytes' => $this->megabytes ?? '',
        ];
    }

    public function size(): PictureSize
    {
        return $this->size;
    }

    public function rate(): int
    {
        return $this->rate;
    }
}
