<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Format;

use Morphea\App\Engine\Production\FormatSettings;
use Morphea\App\Engine\Production\SettingsInput;

/** Settings of SVG: text as text, or as outlines, which need no fonts. */
readonly class SvgSettings extends FormatSettings
{
    public bool $outlines;

    public function __construct(SettingsInput $said = new SettingsInput([]))
    {
        parent::__construct($said);
        $this->outlines = $said->flag('outlines');
    }

    public function toArray(): array
    {
        return parent::toArray() + [
            'outlines' => $this->outlines,
        ];
    }
}
