<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Format;

use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** One PDF with all pages of all pieces. */
#[AsTaggedItem(priority: 90)]
final readonly class OnePdf extends BoundPdf
{
    public static function id(): string
    {
        return 'pdf';
    }
}
