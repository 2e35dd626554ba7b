<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Format;

use Morphea\App\Engine\Production\ExportFormat;
use Morphea\App\Engine\Production\FormatSettings;
use Morphea\App\Engine\Production\SettingsInput;
use Morphea\Core\Design\Model\Design;

/** A format that is planned in Press, is never the usual one, and can be made of every design: one says what differs. */
abstract readonly class AbstractFormat implements ExportFormat
{
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

    public function trouble(Design $design, FormatSettings $settings, array $rows): ?string
    {
        return null;
    }
}
