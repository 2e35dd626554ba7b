<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Format;

use Morphea\App\Engine\Production\FormatSettings;
use Morphea\App\Engine\Production\SettingsInput;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Message;
use Morphea\Core\Output\PrintSheets\PieceSize;
use Morphea\Core\Output\PrintSheets\SheetException;
use Morphea\Core\Output\PrintSheets\SheetSettings;

/** Settings of print sheets. */
readonly class SheetPdfSettings extends FormatSettings
{
    /** How pieces lie on them, as JSON of Core\Output\PrintSheets\SheetSettings; empty for the usual. */
    public string $sheet;

    public function __construct(SettingsInput $said = new SettingsInput([]))
    {
        parent::__construct($said);
        $this->sheet = $said->text('sheet');
    }

    public function toArray(): array
    {
        return parent::toArray() + [
            'sheet' => $this->sheet,
        ];
    }

    /** @throws SheetException where what was said cannot be */
    public function onSheets(Design $design): SheetSettings
    {
        $usual = SheetSettings::usual(PieceSize::of($design), $design->locale);
        $said = '' === $this->sheet ? [] : json_decode($this->sheet, true);

        return \is_array($said)
            ? SheetSettings::of($said, $usual)
            : throw new SheetException(new Message('sheets.wrong.unreadable'));
    }
}
