<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Morphea\App\Project\Assets\FontStore;
use Morphea\App\Project\Assets\PictureSets;
use Morphea\App\Project\Context\StillDrawing;
use Morphea\Core\Message;

/** The pieces of a run as small pictures, with the design and rows of the time. */
final readonly class RunPictures
{
    public function __construct(
        private PieceStore $pieces,
        private PieceReport $report,
        private FileStore $files,
        private PictureSets $pictures,
        private FontStore $fonts,
        private FrozenAssets $meant,
    ) {
    }

    /**
     * @return list<array{position: int, row: int, name: string, outcome: Message, made: bool, reason: Message|string,
     *   pictures: list<string>, files: list<array{number: int, name: string}>}>
     */
    public function draw(Run $run, int $from, int $count): array
    {
        $design = $run->design();
        $pictures = $this->pictures->linked($run->project(), $this->meant->shelf($run), $run->id());
        $layouter = $this->fonts->engine($run->project()->owner(), $this->meant->fonts($run))->layouter;
        $still = new StillDrawing($pictures);
        [$even, $touchUps] = [$run->evenSizes(), $run->touchUps()];
        $files = $this->files->ofPieces($run, $from, $from + $count - 1);
        $rows = [];
        foreach ($this->pieces->between($run, $from, $from + $count - 1) as $piece) {
            $rows[$piece->position] = $piece->row;
        }
        $found = [];
        foreach ($this->report->report($run, $from, $count) as $piece) {
            $row = $rows[$piece['position']];
            [$own, $sizes] = [$touchUps->design($design, $row), $touchUps->even($even, $row)];
            $pages = array_map(
                static fn (int $page): string => $still->svg($layouter->lay($own, $row, $pictures, $sizes, $page)->drawing),
                array_keys($design->pages),
            );
            $found[] = [
                'position' => $piece['position'],
                'row' => $piece['row'],
                'name' => $piece['name'],
                'outcome' => RunReport::outcome($piece['state'], $piece['taken']),
                'made' => PieceState::Made->value === $piece['state'],
                'reason' => $piece['reason'],
                'pictures' => $pages,
                'files' => $files[$piece['position']] ?? [],
            ];
        }

        return $found;
    }
}
