<?php

declare(strict_types=1);

namespace Morphea\App\Import;

use Morphea\Core\Data\Table;
use Morphea\Core\Template\Template;

/** What a .morphea file holds: a template, its pictures by name, and rows if there were any. */
final readonly class MorpheaFile
{
    /** @param array<string, PictureFile> $pictures by name */
    public function __construct(public Template $template, public array $pictures, public ?Table $table)
    {
    }
}
