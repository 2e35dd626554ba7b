<?php

declare(strict_types=1);

namespace Morphea\App\Making\Output;

use Morphea\App\Making\OneFile;
use Morphea\Core\Template\Template;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** One PDF with a page for every side of every piece. */
#[AsTaggedItem(priority: 40)]
final readonly class OnePdf extends OfPdf implements OneFile
{
    public static function id(): string
    {
        return 'pdf';
    }

    public function label(): string
    {
        return 'one PDF';
    }

    public function isUsual(Template $template): bool
    {
        return false;
    }

    public function stretch(): int
    {
        return 25;
    }

    public function join(array $parts, string $to, int $pages): void
    {
        $this->pdf->join($parts, $to, $pages);
    }
}
