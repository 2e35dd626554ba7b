<?php

declare(strict_types=1);

namespace Morphea\Tests\Browser;

use Facebook\WebDriver\Exception\NoSuchElementException;
use Facebook\WebDriver\Exception\StaleElementReferenceException;
use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;

/** The line goes down, somebody signs out in another tab: nothing that was typed is lost, and it is said what is not saved. */
final class UnsavedTest extends BrowserTestCase
{
    public function testTypingGoesOnWhileTheLineIsDownAndIsSavedWhenItIsBack(): void
    {
        $this->rows("Name,Town\nNg,NW\nOar,SL\nPip,ST\n");
        self::offline($this->driver, true);
        $this->type('town', 0, 'Northwater');
        $this->sees('1 edit not saved. The server does not respond. Trying again automatically.', '#unsaved');
        $this->type('town', 1, 'Slip');
        $this->type('name', 2, 'Pippa');
        $this->sees('3 edits not saved.', '#unsaved');
        self::assertSame(
            [['Ng', 'Northwater'], ['Oar', 'Slip'], ['Pippa', 'ST']],
            $this->cells('name', 'town'),
            'what was typed is seen',
        );
        self::assertTrue(
            $this->driver->executeScript(
                'const e = new Event("beforeunload", {cancelable: true}); window.dispatchEvent(e); return e.defaultPrevented',
            ),
            'leaving warns',
        );
        $this->driver->executeScript(
            'window.copied = ""; navigator.clipboard.writeText = async (text) => { window.copied = text; }',
        );
        $this->find('#copy-unsaved')->click();
        self::assertSame(
            "row 1\tTown\tNorthwater\nrow 2\tTown\tSlip\nrow 3\tName\tPippa",
            $this->driver->executeScript('return window.copied'),
        );

        self::offline($this->driver, false);
        $this->saveNow();
        $this->settled();
        $this->driver->navigate()->refresh();
        $this->find('#grid[data-ready]');
        self::assertSame(
            [['Ng', 'Northwater'], ['Oar', 'Slip'], ['Pippa', 'ST']],
            $this->cells('name', 'town'),
            'and is there after a reload',
        );
    }

    public function testAnAnswerThatIsNotOursSavesNothingAndIsAskedForAgain(): void
    {
        $this->rows("Name,Town\nNg,NW\n");
        $strange = [
            'a page of a proxy' => 'new Response("<html>Sign in to the network</html>", {status: 200})',
            'nothing' => 'new Response("", {status: 200})',
            'no content' => 'new Response(null, {status: 204})',
            'JSON of somebody else' => 'new Response("{\\"ok\\":true}", {status: 200})',
            // Here the server took it, and half of what it said came back.
            'half of ours' => 'await real(address, options).then(async (answer) => new Response((await answer.text()).slice(0, 40), ' .
                '{status: answer.status, headers: answer.headers}))',
            'an empty one of ours' => 'await real(address, options).then((answer) => new Response("", {headers: answer.headers}))',
        ];
        foreach (array_keys($strange) as $i => $what) {
            $this->driver->executeScript(
                "const real = window.real ??= window.fetch; let strange = 1;
                window.fetch = async (address, options) =>
                    String(address).endsWith('/edit') && strange-- > 0 ? {$strange[$what]} : real(address, options);",
            );
            $this->type('town', 0, "Town $i");
            $this->sees('1 edit not saved. The server does not respond.', '#unsaved');
            $this->saveNow();
            $this->settled();
            self::assertSame([['Ng', "Town $i"]], $this->cells('name', 'town'), $what);
        }
        $this->driver->navigate()->refresh();
        $this->find('#grid[data-ready]');
        self::assertSame([['Ng', 'Town 5']], $this->cells('name', 'town'));
        // Each was made once: six steps lead back.
        for ($i = 4; $i >= 0; --$i) {
            $this->find('#undo')->click();
            $this->eventually(
                fn (): bool => [['Ng', "Town $i"]] === $this->cells('name', 'town') ?: throw new \RuntimeException('not yet'),
                "step $i was made more than once",
            );
        }
    }

    public function testADesignIsNotTakenFromWhatStandsInBetween(): void
    {
        $this->blank('Strange answers', 'square', "Name\nNg");
        $this->driver->executeScript(
            'const real = XMLHttpRequest.prototype.getResponseHeader; let first = null;
            XMLHttpRequest.prototype.getResponseHeader = function (name) {
                if (this.responseURL.includes("/compose/add")) first ??= this;
                return name === "X-Application" && this === first ? null : real.call(this, name);
            };',
        );
        $this->find('#page')->click();
        $this->press('r');
        $this->sees('1 edit not saved. The server does not respond.', '#unsaved');
        self::assertSame([], $this->driver->findElements(WebDriverBy::id('box-rectangle')));
        $this->saveNow();
        $this->find('#box-rectangle');
        $this->settled();
        self::assertCount(1, $this->driver->findElements(WebDriverBy::cssSelector('.box')), 'it was added once');
    }

    public function testSignedOutInAnotherTabTheGridKeepsEditsUntilSomebodySignedInAgain(): void
    {
        $this->rows("Name,Town\nNg,NW\nOar,SL\n");
        $grid = $this->driver->getWindowHandle();
        $this->elsewhere(function (): void {
            $this->open('/');
            $this->eventually(fn () => $this->button('Sign out')->click(), 'it cannot be clicked');
            $this->sees('Sign in');
        });
        $this->driver->switchTo()->window($grid);
        $this->type('town', 0, 'Northwater');
        $this->sees('1 edit not saved. You are signed out.', '#unsaved');
        $this->elsewhere(fn () => $this->signIn());
        $this->driver->switchTo()->window($grid);
        $this->saveNow();
        $this->type('town', 1, 'Slip');
        $this->settled();
        $this->driver->navigate()->refresh();
        $this->find('#grid[data-ready]');
        $this->eventually(
            fn (): bool => [['Northwater'], ['Slip']] === $this->cells('town') ? true : throw new \RuntimeException('not yet'),
            'the edits are not there',
        );
    }

    public function testSomebodyElsesNewerValueIsShownAndOnesOwnCanStillBePutIn(): void
    {
        $this->rows("Name,Town\nNg,NW\nOar,SL\n");
        $mine = $this->driver->getWindowHandle();
        $address = $this->driver->getCurrentURL();
        $this->elsewhere(function () use ($address): void {
            $this->driver->get($address);
            $this->find('#grid[data-ready]');
            $this->type('town', 0, 'Their town');
            $this->type('town', 1, 'Their slip');
            $this->settled();
            usleep(300_000);
        });
        $this->driver->switchTo()->window($mine);
        $this->type('town', 0, 'My town');
        $this->sees('Row 1, Town is now “Their town”; your “My town” was not saved.', '#notices');
        self::assertSame([['Their town'], ['Their slip']], $this->cells('town'), 'what others did is seen');
        $this->button('Use my values')->click();
        $this->eventually(
            fn (): bool => [['My town'], ['Their slip']] === $this->cells('town')
                ? true
                : throw new \RuntimeException('not yet'),
            'mine did not go in',
        );
        $this->settled();
        $this->driver->navigate()->refresh();
        $this->find('#grid[data-ready]');
        self::assertSame([['My town'], ['Their slip']], $this->cells('town'));
    }

    public function testInComposeAnEditWaitsForTheLineAndASessionThatIsLostPutsNoSignInOnTheStage(): void
    {
        $this->project('Mending certificates');
        $compose = $this->driver->getWindowHandle();
        $this->find('#box-recipient')->click();
        $this->find('#set-style-colour');
        self::offline($this->driver, true);
        $this->driver->executeScript(
            'const e = document.querySelector("#set-style-colour"); e.value = "#3f7030"; ' .
            'e.dispatchEvent(new Event("change", {bubbles: true}))',
        );
        $this->sees('1 edit not saved. The server does not respond.', '#unsaved');
        self::offline($this->driver, false);
        $this->saveNow();
        $this->eventually(
            fn (): bool => str_contains(
                (string) $this->driver->executeScript('return document.querySelector("#layer-recipient").outerHTML'),
                '#3F7030',
            )
                ? true
                : throw new \RuntimeException('not yet'),
            'the colour is not there',
        );

        $this->elsewhere(function (): void {
            $this->open('/');
            $this->eventually(fn () => $this->button('Sign out')->click(), 'it cannot be clicked');
            $this->sees('Sign in');
        });
        $this->driver->switchTo()->window($compose);
        (new WebDriverActions($this->driver))->sendKeys(null, WebDriverKeys::ESCAPE)->perform();
        $this->driver->executeScript(
            'const e = document.querySelector("#set-style-colour"); if (e) { e.value = "#9b1c1c"; ' .
            'e.dispatchEvent(new Event("change", {bubbles: true})) }',
        );
        $this->sees('not saved. You are signed out.', '#unsaved');
        self::assertSame(
            [],
            $this->driver->findElements(WebDriverBy::cssSelector('#work #password')),
            'the stage stays the stage',
        );
        $this->find('#page svg');
        $this->elsewhere(fn () => $this->signIn());
        $this->driver->switchTo()->window($compose);
        $this->saveNow();
        $this->find('#undo')->click();
        $this->settled();
    }

    public function testKillingTheWebServerSignsNobodyOut(): void
    {
        $this->signIn();
        Application::get()->restartWeb();
        $this->open('/account');
        $this->sees('Your account');
        $this->sees('this device', 'main');
    }

    protected function tearDown(): void
    {
        self::offline($this->driver, false);
        // The line was down on purpose.
        $this->driver->manage()->getLog('browser');
        parent::tearDown();
    }

    private function rows(string $csv): void
    {
        $this->signIn();
        $this->button('Numbered tag, 90 × 50 mm')->click();
        $this->sees('Import rows');
        $this->upload('#table-file', 'rows.csv', $csv);
        $this->takeOver(true);
        $this->find('#grid[data-ready]');
        $this->settled();
    }

    /** Coming back to the window may have sent them already. */
    private function saveNow(): void
    {
        try {
            $this->driver->findElement(WebDriverBy::id('save-now'))->click();
        } catch (NoSuchElementException | StaleElementReferenceException) {
        }
        $this->gone();
    }

    private function gone(): void
    {
        $this->eventually(
            fn (): bool => [] === $this->driver->findElements(WebDriverBy::id('unsaved'))
                ? true
                : throw new \RuntimeException('still there'),
            'the edits are not saved',
        );
    }

    /** In another tab, which is closed again. */
    private function elsewhere(\Closure $do): void
    {
        $this->driver->switchTo()->newWindow();
        $do();
        $this->driver->close();
        $handles = $this->driver->getWindowHandles();
        $this->driver->switchTo()->window($handles[0]);
    }

    private function type(string $key, int $row, string $words): void
    {
        $this->driver->executeScript(
            'const t = Tabulator.findTable("#grid")[0]; const r = t.getRows("active")[arguments[1]]; ' .
            't.getRanges()[0].setBounds(r.getCell(arguments[0]), r.getCell(arguments[0])); ' .
            'document.querySelector("#grid .tabulator-tableholder").focus()',
            [$key, $row],
        );
        (new WebDriverActions($this->driver))->sendKeys(null, WebDriverKeys::F2)->perform();
        $this->find('.tabulator-editing textarea');
        (new WebDriverActions($this->driver))
            ->sendKeys(null, WebDriverKeys::CONTROL . 'a' . WebDriverKeys::NULL . $words)
            ->sendKeys(null, WebDriverKeys::ENTER)
            ->perform();
        usleep(50_000);
    }

    /**
     * @return list<list<string>>
     *
     * @phpstan-impure
     */
    private function cells(string ...$keys): array
    {
        /** @var list<list<string>> $cells */
        $cells = $this->driver->executeScript(
            'return Tabulator.findTable("#grid")[0].getData().map(row => arguments[0].map(key => row[key]))',
            [$keys],
        );

        return $cells;
    }
}
