<?php

declare(strict_types=1);

namespace Morphea\Core\Output\FileNames;

use Morphea\Core\Table\Naming\SafeName;
use Morphea\Core\Table\Patterns\Pattern;

/** How files are named: text and columns, and also the row number, the page and the date. A slash makes a folder. */
final readonly class Naming
{
    public const ROW = '_row';
    public const SIDE = '_side';
    public const DAY = '_day';
    /** What names can say besides columns; `press.name` has their words. */
    public const MORE = [self::ROW => 'row', self::SIDE => 'page', self::DAY => 'day'];
    public const SHORTEST = 8;

    /**
     * @param bool   $plain in plain Latin letters, without accents
     * @param int    $bytes that a name may have, without its ending; a folder's too
     * @param string $day   as YYYY-MM-DD
     */
    public function __construct(
        public Pattern $pattern,
        public bool $plain = false,
        public int $bytes = SafeName::MAX_BYTES,
        public string $day = '',
    ) {
    }

    /** Whether the pattern includes the page; otherwise it is added when there is more than one. */
    public function saysPage(): bool
    {
        return \in_array(self::SIDE, $this->pattern->columns(), true);
    }
}
