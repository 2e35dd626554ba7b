<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Format;

use Morphea\App\Engine\Production\FormatSettings;
use Morphea\App\Engine\Production\PictureSize;
use Morphea\App\Engine\Production\SettingsInput;
use Morphea\App\Engine\Production\SizedSettings;

/** Settings of pictures: size, quality, and progressive loading. */
readonly class PictureSettings extends FormatSettings implements SizedSettings
{
    public const USUAL_QUALITY = 90;

    public PictureSize $size;
    /** 1 to 100, of those that lose something. */
    public int $quality;
    /** They come in coarse at first and then finer, while they are loaded. */
    public bool $inSteps;

    public function __construct(SettingsInput $said = new SettingsInput([]))
    {
        parent::__construct($said);
        $this->size = PictureSize::from($said);
        $this->quality = $said->whole('quality', self::USUAL_QUALITY, 1, 100);
        $this->inSteps = $said->flag('inSteps');
    }

    public function toArray(): array
    {
        return parent::toArray() + [
            ...$this->size->toArray(),
            'quality' => $this->quality,
            'inSteps' => $this->inSteps,
        ];
    }

    public function size(): PictureSize
    {
        return $this->size;
    }
}
