<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Page;
use Morphea\Core\Table\Naming\SafeName;

/** Pages in file names: by name in lower case, or by number if the names do not work. */
final readonly class PageNames
{
    /** @return non-empty-list<string> */
    public static function of(Design $design): array
    {
        $names = array_map(
            static fn (Page $page): string => mb_strtolower(SafeName::of($page->name), 'UTF-8'),
            $design->pages,
        );
        $distinct = \count(array_unique($names)) === \count($names) && !\in_array('', $names, true);

        return array_map(
            static fn (string $name, int $i): string => $distinct ? $name : (string) ($i + 1),
            $names,
            array_keys($names),
        );
    }
}
