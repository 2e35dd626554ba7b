<?php

declare(strict_types=1);

namespace Morphea\Tests\Browser;

use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;

/** Two hundred pieces with fourteen faults of different kinds: all found, none else, each mended, and a run after it. */
final class ProofJobTest extends BrowserTestCase
{
    private const TOOLS = ['Cordless drill', 'Ladder', 'Lamp', 'Pliers', 'Hand saw', 'Sewing machine', 'Hammer'];
    private const PICTURES = ['drill', 'ladder', 'lamp', 'pliers', 'saw', 'sewing-machine', 'hammer'];
    private const USES = ['walls and shelves', 'gutters and kites', 'dark corners', 'stubborn nuts', 'logs', 'hems and sails', 'tents'];
    /** Row, column, and what is wrong with it. */
    private const FAULTS = [
        [5, 1, 'Self-levelling laser with tripod, case, charger and spare batteries of the year and the one before it, and of the next '
            . 'two or three years as well, if the lender knows where they are, and nobody has taken them to the harbour again'],
        [23, 2, 'spanner'],
        [31, 4, 'many'],
        [44, 1, 'Drill 𓀀 44'],
        [58, 3, 'shelves and …'],
        [72, 0, '072-0000-1111-2222-3333'],
        [99, 3, 'https://tidewick.example/lending/how-to-use-it'],
        [110, 3, 'walls, shelves, cupboards, picture rails, hooks for coats and hats, curtain rods and whatever the house may need'],
        [123, 0, '№123'],
        [140, 3, '255'],
        [155, 0, '155-of-200-A'],
        [170, 1, '6000'],
    ];
    /** And one row that is there twice. */
    private const TWICE = [85, 86];

    public function testThirteenFaultsInTwoHundredPiecesAreFoundMendedAndDoNotComeBack(): void
    {
        $this->signIn();
        $this->button('Card 63 × 88 mm, front and back')->click();
        $this->clickOn('.station[href$="/rows"]');
        $this->upload('#table-file', 'tools.csv', self::csv(true));
        $this->takeOver();
        $project = (string) preg_replace('~/compose.*~', '', (string) $this->driver->getCurrentURL());
        $at = static fn (int $row): string => "$project/proof/$row";

        // All that is wrong comes first, and nothing else is said to be.
        $this->clickOn('.station[href$="/proof"]');
        $this->sees('14 to check', '#stations');
        $this->driver->get("$project/proof?show=eyes");
        $this->sees('14 pieces', '#shown');
        $this->driver->executeScript('document.querySelector(".proof-table").scrollTo(0, 1e6)');
        $this->eventually(fn (): bool => 14 === \count($this->numbers()) ?: throw new \RuntimeException('not all are there'), 'cards');
        $found = array_values($this->numbers());
        self::assertSame([23, 31, 123, 170], \array_slice($found, 0, 4), 'what cannot be made lies first');
        sort($found);
        self::assertSame([5, 23, 31, 44, 58, 72, 85, 86, 99, 110, 123, 140, 155, 170], $found);

        // In their cells.
        foreach (
            [
                5 => ['tool', 'Cross-line laser'], 23 => ['drawing', 'pliers'], 31 => ['days', '3'], 44 => ['tool', 'Drill 44'],
                72 => ['no', '072'], 123 => ['no', '123'], 140 => ['good_for', 'walls and shelves'], 155 => ['no', '155'],
                170 => ['tool', 'Hammer 170'],
            ] as $row => [$column, $value]
        ) {
            $this->cell($at($row), $column, $value);
        }
        $this->sees('5 to check', '#stations');

        // Taken as it is, by a key; and the next by another.
        $this->driver->get($at(58));
        $this->sees('ends in three dots', '.found');
        $this->press('.', 'a');
        $this->sees('Accepted', '.rule-panel');
        $this->driver->executeScript('document.activeElement.blur()');
        $this->press('.');
        $this->sees('Row 85', '.proof-head');

        // By a rule for all rows, whose outcome is said before.
        $this->driver->get($at(110));
        $this->sees('none gets worse', '.mends');
        $mend = $this->driver->findElement(WebDriverBy::xpath('//button[contains(@class, "mend")][contains(., "none gets worse")]'));
        self::assertMatchesRegularExpression('/fixes \d pieces?, none gets worse/', $mend->getText());
        $mend->click();
        $this->sees('No warnings', '.rule-panel');

        // The one that is there twice is switched off, where it lies; but it was another, so that is taken back.
        $this->driver->get("$project/proof?show=same");
        $this->sees('2 pieces', '#shown');
        $this->driver->executeScript('document.querySelector(\'[data-pick][value="86"]\').click()');
        $this->sees('Row 86', '#picked-says');
        $this->button('Leave out')->click();
        $this->sees('left out of runs');

        $this->driver->executeScript('document.activeElement.blur()');
        (new WebDriverActions($this->driver))->keyDown(null, WebDriverKeys::CONTROL)->sendKeys(null, 'z')
            ->keyUp(null, WebDriverKeys::CONTROL)->perform();
        $this->sees('2 pieces', '#shown');
        $this->cell($at(86), 'no', '086');

        // By hand, on this piece alone.
        $this->driver->get($at(17));
        $this->find('.proof-piece');
        $this->press('t');
        $this->sees('Touching up row 17 only', '.touch-strip');
        $this->find('[data-box-select="name"]')->click();
        $this->retype('#set-style-size', '40');
        $this->retype('#set-fit-maxLines', '3');
        $this->choose('#set-face', '400');
        $this->sees('touched up', '.layers');
        $this->button('Done')->click();
        $this->sees('Touch-ups', '.rule-panel');
        $this->driver->executeScript('document.querySelector("[data-accept]")?.click()');

        // What is meant so, once for all.
        $this->driver->get($at(99));
        if ([] !== $this->driver->findElements(WebDriverBy::cssSelector('[data-accept]'))) {
            $this->button('Accept in all rows')->click();
            $this->sees('Accepted', '.rule-panel');
        }
        $this->driver->get("$project/proof?show=eyes");
        $this->sees('No pieces with this warning.');
        $this->sees('no warnings', '#stations');

        // A run says nothing more.
        $this->clickOn('.station[href$="/press"]');
        $this->sees('Make 200 pieces', '#make');
        self::assertStringNotContainsString('To check first', $this->find('main')->getText());
        $this->orderAs('pdf');
        $this->find('#make')->click();
        $this->sees('200 made', '#stations');

        // A newer file of the table, and what was done by hand is still there.
        $this->clickOn('.station[href$="/rows"]');
        $this->upload('#table-file', 'newer.csv', self::csv(false));
        $this->button('Update rows')->click();
        $this->button('Update table')->click();
        $this->sees('Updated from newer.csv');
        $this->driver->get($at(17));
        $this->sees('Touch-ups', '.rule-panel');
        $this->driver->get("$project/proof?show=touched");
        $this->sees('1 piece', '#shown');
    }

    /** A cell mended beside its piece. */
    private function cell(string $piece, string $column, string $value): void
    {
        $this->driver->get($piece);
        $this->find("#cells textarea[name=\"$column\"]");
        $script = 'const f = document.getElementById("cells").elements[arguments[0]]; f.focus(); f.select()';
        $this->driver->executeScript($script, [$column]);
        $this->press($value, WebDriverKeys::ENTER);
        $this->sees('No warnings', '.rule-panel');
    }

    /** @return array<int> of the pieces that lie there */
    private function numbers(): array
    {
        return array_map(intval(...), (array) $this->driver->executeScript(
            'return [...document.querySelectorAll(".lies")].map((one) => one.dataset.number)',
        ));
    }

    private static function csv(bool $faults): string
    {
        $rows = [];
        for ($i = 1; $i <= 200; ++$i) {
            $n = $i % 7;
            $rows[$i] = [\sprintf('%03d', $i), self::TOOLS[$n] . " $i", self::PICTURES[$n], self::USES[$n], (string) (1 + $i % 6)];
        }
        foreach ($faults ? self::FAULTS : [] as [$row, $column, $value]) {
            $rows[$row][$column] = match ($value) {
                '255' => mb_substr(str_repeat('walls and shelves ', 15), 0, 255),
                '6000' => str_repeat('x', 6000),
                default => $value,
            };
        }
        if ($faults) {
            $rows[self::TWICE[1]] = $rows[self::TWICE[0]];
        }
        $csv = "No,Tool,Drawing,Good for,Days\n";
        foreach ($rows as $cells) {
            $csv .= implode(',', array_map(static fn (string $cell): string => "\"$cell\"", $cells)) . "\n";
        }

        return $csv;
    }
}
