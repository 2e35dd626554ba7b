<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Format;

use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** One PDF with a page for every page of every piece. */
#[AsTaggedItem(priority: 90)]
final readonly class OnePdf extends BoundPdf
{
    public static function id(): string
    {
        return 'pdf';
    }

    public function label(): string
    {
        return 'one PDF';
    }
}
