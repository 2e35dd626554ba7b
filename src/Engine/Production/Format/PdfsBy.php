<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Format;

use Morphea\App\Engine\Production\FormatOption;
use Morphea\App\Engine\Production\SettingsInput;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** A PDF for each value of a column, with the pages of all its pieces. */
#[AsTaggedItem(priority: 70)]
final readonly class PdfsBy extends BoundPdf
{
    public static function id(): string
    {
        return 'pdfs-by';
    }

    public function settings(SettingsInput $said = new SettingsInput([])): GroupedPdfSettings
    {
        return new GroupedPdfSettings($said);
    }

    public function options(): array
    {
        return [...parent::options(), FormatOption::By];
    }
}
