<?php

declare(strict_types=1);

namespace Morphea\App\Command;

use Morphea\App\Making\Choice;
use Morphea\App\Making\Drawn;
use Morphea\App\Making\Making;
use Morphea\App\Making\Outputs;
use Morphea\App\Making\Settings;
use Morphea\App\Making\Wanted;
use Morphea\App\Render\Rasters;
use Morphea\Core\Cell\CellReader;
use Morphea\Core\Data\Kinds;
use Morphea\Core\Drawing\Drawing;
use Morphea\Core\Layout\LaidOut;
use Morphea\Core\Naming\PictureNames;
use Morphea\Core\Proof\Acceptance;
use Morphea\Core\Proof\CellKinds;
use Morphea\Core\Proof\Finding;
use Morphea\Core\Proof\FindingKind;
use Morphea\Core\Proof\HandWork;
use Morphea\Core\Proof\Inspected;
use Morphea\Core\Proof\Proof;
use Morphea\Core\Proof\Raster;
use Morphea\Core\Proof\Severity;
use Morphea\Core\Proof\WholeSet;

/** All pieces of a .morphea file laid out for real and checked, without a project. */
final readonly class FileProof
{
    public function __construct(
        private FileMaking $makings,
        private Outputs $outputs,
        private Proof $proof,
        private Rasters $rasters,
    ) {
    }

    /** @return array<int, list<Finding>> by row, the worst of each first */
    public function findings(OpenFile $open): array
    {
        $making = $this->making($open);
        $kinds = new CellKinds(
            new Kinds(new CellReader($open->template->locale), new PictureNames($open->file->pictures->names)),
            $open->table->columns,
        );
        $set = new WholeSet($open->template->limits);
        $all = [];
        foreach ($open->rows() as $number => $row) {
            try {
                $drawn = $making->lay(new Wanted($number, '', $row), $this->proof, $this->rasters);
                $found = [...$kinds->findings($drawn->template, $row), ...$drawn->findings, ...$this->pixels($drawn)];
                $hand = $open->file->hands[$row->id ?? 0] ?? new HandWork();
                $all[$number] = array_values(array_filter($found, static fn (Finding $one): bool => $one->blocks()
                    || null === $hand->accepts($one->kind, $one->layer, Acceptance::value($drawn->template, $row, $one->layer))));
                $set->add($number, WholeSet::facts($drawn->template, $drawn->sides, serialize($hand->touch)));
            } catch (\Throwable $e) {
                // One row that cannot be laid out is that row's finding; all others are looked at.
                $why = 'cannot be laid out: ' . mb_strimwidth($e->getMessage(), 0, 300, '…', 'UTF-8');
                $all[$number] = [new Finding(FindingKind::Unchecked, Severity::CannotBeMade, '', 'The piece', $why)];
            }
        }
        foreach ($set->findings() as $number => $found) {
            $all[$number] = Proof::worstFirst([...$all[$number], ...$found]);
        }

        return $all;
    }

    public function making(OpenFile $open): Making
    {
        $usual = new Choice($this->outputs->usual($open->template), new Settings());

        return $this->makings->of($open->file, $open->template, [$usual], $open->even);
    }

    /** @return list<Finding> what only the pixels of a piece tell */
    private function pixels(Drawn $drawn): array
    {
        $draw = fn (Drawing $drawing): Raster => $this->rasters->of($drawing, $drawn->pictures);
        $found = array_map(
            fn (LaidOut $laid, int $side): array => $this->proof->ofPixels(new Inspected($drawn->template, $laid, $side, $draw)),
            $drawn->sides,
            array_keys($drawn->sides),
        );

        return array_merge(...$found);
    }
}
