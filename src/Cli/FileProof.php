<?php

declare(strict_types=1);

namespace Morphea\App\Cli;

use Morphea\App\Engine\Production\ChosenFormat;
use Morphea\App\Engine\Production\ExportFormatRegistry;
use Morphea\App\Engine\Production\LaidOutPiece;
use Morphea\App\Engine\Production\PieceRequest;
use Morphea\App\Engine\Production\Production;
use Morphea\App\Engine\Render\PageRasterizer;
use Morphea\Core\Checks\Acceptance;
use Morphea\Core\Checks\CellKinds;
use Morphea\Core\Checks\HandWork;
use Morphea\Core\Checks\Inspected;
use Morphea\Core\Checks\Proof;
use Morphea\Core\Checks\Raster;
use Morphea\Core\Checks\Severity;
use Morphea\Core\Checks\Warning;
use Morphea\Core\Checks\WarningKind;
use Morphea\Core\Checks\WholeSet;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Layout\LaidOut;
use Morphea\Core\Table\Cells\CellReader;
use Morphea\Core\Table\Data\ColumnKinds;
use Morphea\Core\Table\Naming\PictureNames;

/** Lays out and checks every piece of a .morphea file, without a project. */
final readonly class FileProof
{
    public function __construct(
        private FileMaking $makings,
        private ExportFormatRegistry $outputs,
        private Proof $proof,
        private PageRasterizer $rasters,
    ) {
    }

    /** @return array<int, list<Warning>> by row, the worst of each first */
    public function warnings(OpenFile $open): array
    {
        $making = $this->making($open);
        $kinds = new CellKinds(
            new ColumnKinds(new CellReader($open->design->locale), new PictureNames($open->file->pictures->names)),
            $open->table->columns,
        );
        $set = new WholeSet($open->design->limits);
        $all = [];
        foreach ($open->rows() as $number => $row) {
            try {
                $drawn = $making->lay(new PieceRequest($number, '', $row), $this->proof, $this->rasters);
                $found = [...$kinds->warnings($drawn->design, $row), ...$drawn->warnings, ...$this->pixels($drawn)];
                $hand = $open->file->hands[$row->id ?? 0] ?? new HandWork();
                $all[$number] = array_values(array_filter($found, static fn (Warning $one): bool => $one->blocks()
                    || null === $hand->accepts($one->kind, $one->layer, Acceptance::value($drawn->design, $row, $one->layer))));
                $set->add($number, WholeSet::facts($drawn->design, $drawn->pages, serialize($hand->touch)));
            } catch (\Throwable $e) {
                // One row that cannot be laid out is that row's warning; all others are looked at.
                $why = new Message('warnings.not_laid_out', ['why' => Message::why($e)]);
                $all[$number] = [new Warning(WarningKind::Unchecked, Severity::CannotBeMade, '', new Message('warnings.piece'), $why)];
            }
        }
        foreach ($set->warnings() as $number => $found) {
            $all[$number] = Proof::worstFirst([...$all[$number], ...$found]);
        }

        return $all;
    }

    public function making(OpenFile $open): Production
    {
        $output = $this->outputs->usual($open->design);
        $usual = new ChosenFormat($output, $output->settings());

        return $this->makings->build($open->file, $open->design, [$usual], $open->even);
    }

    /** @return list<Warning> what only the pixels of a piece tell */
    private function pixels(LaidOutPiece $drawn): array
    {
        $draw = fn (Drawing $drawing): Raster => $this->rasters->rasterize($drawing, $drawn->pictures);
        $found = array_map(
            fn (LaidOut $laid, int $page): array => $this->proof->ofPixels(new Inspected($drawn->design, $laid, $page, $draw)),
            $drawn->pages,
            array_keys($drawn->pages),
        );

        return array_merge(...$found);
    }
}
