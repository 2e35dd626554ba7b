<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

use Morphea\Core\Message;

/** Facts about a sheet besides its cells. Lines and columns are counted from 0. */
final class SheetFacts
{
    public int $errors = 0;
    /** Formulas that were taken by their value. */
    public int $formulas = 0;
    /** Formulas without a value. */
    public int $uncalculated = 0;
    /** @var list<string> the first of them, as B7 */
    public array $uncalculatedCells = [];
    /** @var list<int> */
    public array $hiddenLines = [];
    /** @var list<int> */
    public array $hiddenColumns = [];

    /** @return list<Message> */
    public function notices(): array
    {
        $notices = [];
        if ($this->formulas > 0) {
            $notices[] = new Message('import.table.formulas', ['count' => $this->formulas]);
        }
        if ($this->uncalculated > 0) {
            $more = $this->uncalculated - \count($this->uncalculatedCells);
            $cells = implode(', ', $this->uncalculatedCells);
            $notices[] = new Message('import.table.uncalculated', [
                'count' => $this->uncalculated,
                'cells' => $more > 0 ? new Message('import.table.more_cells', ['cells' => $cells, 'count' => $more]) : $cells,
            ]);
        }
        if ($this->errors > 0) {
            $notices[] = new Message('import.table.errors', ['count' => $this->errors]);
        }

        return $notices;
    }
}
