<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Format;

use Morphea\App\Engine\Production\FormatSettings;
use Morphea\App\Engine\Production\SettingsInput;

/** Settings of PDFs grouped by a column. */
readonly class GroupedPdfSettings extends FormatSettings
{
    /** Key of the column by whose values they do. */
    public string $by;

    public function __construct(SettingsInput $said = new SettingsInput([]))
    {
        parent::__construct($said);
        $this->by = $said->text('by');
    }

    public function toArray(): array
    {
        return parent::toArray() + [
            'by' => $this->by,
        ];
    }
}
