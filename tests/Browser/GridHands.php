<?php

declare(strict_types=1);

namespace Morphea\Tests\Browser;

use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\WebDriverKeys;

/** What hands do in the grid of Rows. */
trait GridHands
{
    protected function ready(): void
    {
        $this->find('#grid[data-ready]');
        $this->settled();
    }

    /** @return list<list<string>> */
    protected function cells(string ...$keys): array
    {
        /** @var list<list<string>> $cells */
        $cells = $this->driver->executeScript(
            'return Tabulator.findTable("#grid")[0].getData().map(row => arguments[0].map(key => row[key]))',
            [$keys],
        );

        return $cells;
    }

    /** Selects cells of a column, rows from 0. */
    protected function select(string $key, int $from, ?int $to = null): void
    {
        $this->driver->executeScript(
            'const t = Tabulator.findTable("#grid")[0]; const rows = t.getRows("active"); ' .
            't.getRanges()[0].setBounds(rows[arguments[1]].getCell(arguments[0]), ' .
            'rows[arguments[2]].getCell(arguments[0])); document.querySelector("#grid ' .
            '.tabulator-tableholder").focus()',
            [$key, $from, $to ?? $from],
        );
    }

    protected function type(string $key, int $row, string $words): void
    {
        $this->select($key, $row);
        (new WebDriverActions($this->driver))->sendKeys(null, WebDriverKeys::F2)->perform();
        $this->find('.tabulator-editing textarea');
        (new WebDriverActions($this->driver))->sendKeys(null, $words)->sendKeys(null, WebDriverKeys::ENTER)->perform();
    }
}
