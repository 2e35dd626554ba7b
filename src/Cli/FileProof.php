<?php

declare(strict_types=1);

namespace Morphea\App\Cli;

use Morphea\App\Engine\Production\Choice;
use Morphea\App\Engine\Production\Drawn;
use Morphea\App\Engine\Production\Making;
use Morphea\App\Engine\Production\Outputs;
use Morphea\App\Engine\Production\Settings;
use Morphea\App\Engine\Production\Wanted;
use Morphea\App\Engine\Render\Rasters;
use Morphea\Core\Checks\Acceptance;
use Morphea\Core\Checks\CellKinds;
use Morphea\Core\Checks\Finding;
use Morphea\Core\Checks\FindingKind;
use Morphea\Core\Checks\HandWork;
use Morphea\Core\Checks\Inspected;
use Morphea\Core\Checks\Proof;
use Morphea\Core\Checks\Raster;
use Morphea\Core\Checks\Severity;
use Morphea\Core\Checks\WholeSet;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Layout\LaidOut;
use Morphea\Core\Table\Cells\CellReader;
use Morphea\Core\Table\Data\Kinds;
use Morphea\Core\Table\Naming\PictureNames;

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
