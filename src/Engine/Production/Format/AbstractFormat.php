<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Format;

use Morphea\App\Engine\Production\ExportFormat;
use Morphea\App\Engine\Production\FormatSettings;
use Morphea\App\Engine\Production\SettingsInput;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Message;

/** A format that is planned in Press, is never the default, and works for every design; subclasses say what differs. */
abstract readonly class AbstractFormat implements ExportFormat
{
    public function label(): Message
    {
        return new Message('press.format.' . strtr(static::id(), '-', '_'));
    }

    public function settings(SettingsInput $said = new SettingsInput([])): FormatSettings
    {
        return new FormatSettings($said);
    }

    public function isUsual(Design $design): bool
    {
        return false;
    }

    public function page(): ?string
    {
        return null;
    }

    public function trouble(Design $design, FormatSettings $settings, array $rows): Message|string|null
    {
        return null;
    }
}
