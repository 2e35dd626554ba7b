<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

/** What was seen in a sheet besides its cells. Lines and columns from 0. */
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

    /** @return list<string> sentences */
    public function notices(): array
    {
        $count = static fn (int $n, string $one, string $many): string => number_format($n) . ' ' . (1 === $n ? $one : $many);
        $more = $this->uncalculated - \count($this->uncalculatedCells);

        return array_values(
            array_filter([
                $this->formulas > 0
                    ? $count($this->formulas, 'formula was', 'formulas were') .
                        ' taken by the value it showed when the file was saved.'
                    : '',
                $this->uncalculated > 0
                    ? \sprintf(
                        '%s never calculated, so nothing stands there: %s%s. Open the file in a spreadsheet program, ' .
                        'save it there, and bring it again.',
                        $count($this->uncalculated, 'formula was', 'formulas were'),
                        implode(', ', $this->uncalculatedCells),
                        $more > 0 ? " and $more more" : '',
                    )
                    : '',
                $this->errors > 0
                    ? $count($this->errors, 'cell holds', 'cells hold') .
                        ' an error of the spreadsheet, as #N/A is. They stand as they are; mend them here or in the file.'
                    : '',
            ]),
        );
    }
}
