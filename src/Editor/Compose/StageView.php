<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Compose;

use Morphea\Core\Message;

/** What is on the stage: the row and page, the piece being touched up, and the moment. */
final readonly class StageView
{
    /**
     * @param int                             $row         its number, or that of a made-up row; 0 where there is none
     * @param int                             $rowId       0 where the row is nobody's
     * @param int                             $page        from 0
     * @param string                          $special     what the made-up row is called; empty for any other
     * @param list<int>                       $touched     ids of the rows whose pieces are touched up; none while the design is worked on
     * @param array<int, int>                 $touchedRows their numbers by id, where there are several
     * @param array<string, Message>          $touches     what was touched up on the piece shown
     * @param string                          $before      the piece without it, as SVG; empty while the design is worked on
     * @param list<array<string, mixed>>      $boxes       what can be taken hold of, as Boxes has it
     * @param array<string, mixed>|null       $time        as ScenesView has it; null where nothing moves
     * @param string                          $scene       id of the one selected; empty without any
     * @param array<string, Message|string>   $sounds      what can be heard, by the pattern that names it
     */
    public function __construct(
        public int $row,
        public int $rowId,
        public int $page,
        public string $special,
        public array $touched,
        public array $touchedRows,
        public array $touches,
        public string $before,
        public string $svg,
        public array $boxes,
        public ?array $time,
        public string $scene,
        public array $sounds,
    ) {
    }
}
