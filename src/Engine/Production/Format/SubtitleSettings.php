<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Format;

use Morphea\App\Engine\Production\FormatSettings;
use Morphea\App\Engine\Production\SettingsInput;
use Morphea\App\Engine\Production\TimedSettings;
use Morphea\Core\Rendering\Timeline\Timing;

/** Settings of subtitles: the frame rate of the short. */
readonly class SubtitleSettings extends FormatSettings implements TimedSettings
{
    public int $rate;

    public function __construct(SettingsInput $said = new SettingsInput([]))
    {
        parent::__construct($said);
        $this->rate = $said->oneOf('rate', Timing::USUAL, Timing::RATES);
    }

    public function toArray(): array
    {
        return parent::toArray() + [
            'rate' => $this->rate,
        ];
    }

    public function rate(): int
    {
        return $this->rate;
    }
}
