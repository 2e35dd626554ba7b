<?php

declare(strict_types=1);

namespace Morphea\App\Making\Output;

use Morphea\Core\Template\Template;
use Morphea\Core\Template\Unit;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** A PDF for each piece, with a page for each of its sides. */
#[AsTaggedItem(priority: 30)]
final readonly class Pdfs extends OfPdf
{
    public static function id(): string
    {
        return 'pdfs';
    }

    public function label(): string
    {
        return 'a PDF for each row';
    }

    public function isUsual(Template $template): bool
    {
        return Unit::Pixel !== $template->unit;
    }

    public function stretch(): int
    {
        return 10;
    }
}
