<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Format;

use Morphea\App\Engine\Production\FormatSettings;
use Morphea\App\Engine\Production\LaidOutPiece;
use Morphea\App\Engine\Render\PdfFile;
use Morphea\App\Platform\Files\TemporaryDirectory;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Properties\Unit;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** A PDF for each piece, with all its pages. */
#[AsTaggedItem(priority: 80)]
final readonly class Pdfs extends OfPdf
{
    public static function id(): string
    {
        return 'pdfs';
    }

    public function isUsual(Design $design): bool
    {
        return Unit::Pixel !== $design->unit;
    }

    public function files(LaidOutPiece $piece, FormatSettings $settings, ?\Closure $stopped = null): array
    {
        if ($this->plainly) {
            return [$this->plainly($piece, $settings, $stopped)];
        }

        return [
            TemporaryDirectory::in(function (string $folder) use ($piece, $settings, $stopped): string {
                $pages = self::pages($piece, $settings);
                $pdf = new PdfFile($this->renderer, "$folder/piece.pdf", $piece->name, $piece->language(), $settings->edge);
                $pdf->add($pages, $piece->pictures, '', $stopped);
                $pdf->close();

                return (string) file_get_contents("$folder/piece.pdf");
            }),
        ];
    }
}
