<?php

declare(strict_types=1);

namespace Morphea\Tests\Browser;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;

/** axe-core over every screen in its main states. */
final class AccessibilityTest extends BrowserTestCase
{
    use Axe;

    public function testAxeFindsNothing(): void
    {
        foreach (['/sign-in', '/sign-up', '/sign-reset'] as $path) {
            $this->open($path);
            $this->find('form');
            $this->axe($path);
        }
        $this->signIn();
        $this->axe('projects');
        $this->button('New blank project')->click();
        $this->axe('projects with dialog', 'dialog[open]');
        $this->project('Mending certificates');
        $project = (string) preg_replace('~^.+(/projects/\w+)/.+$~', '$1', $this->driver->getCurrentURL());
        $this->axe('compose');
        foreach (['recipient', 'date-line', 'deed,date'] as $layer) {
            $this->open("$project/compose?layer=$layer&row=3");
            $this->find('#rule-title');
            $this->settled();
            $this->axe("compose, $layer");
        }
        $this->lightTable();
        $touched = ['compose?row=3&touch=3&layer=recipient', 'compose?row=3&touch=3,4'];
        foreach (['proof/3', 'proof/set', ...$touched] as $page) {
            $this->open("$project/$page");
            $this->settled();
            $this->axe($page);
        }
        $this->waysToHandOver($project);
        $this->open("$project/compose");
        $this->driver->executeScript('document.getElementById("keys").showModal()');
        $this->axe('keys', 'dialog[open]');
        foreach (
            ['fonts' => '#font-search', 'library' => '#library-hint', 'artwork' => '#art-file', 'size' => '#size-preset']
            as $dialog => $shows
        ) {
            $this->open("$project/compose");
            $this->driver->executeScript('document.getElementById(arguments[0]).showModal()', [$dialog]);
            $this->find($shows);
            $this->settled();
            $this->axe("dialog, $dialog", 'dialog[open]');
        }
        $this->open('/');
        $card = (string) preg_replace(
            '~^.*(/projects/\w+)/.+$~',
            '$1',
            (string) $this->driver->findElement(WebDriverBy::linkText('Tool-lending cards'))->getAttribute('href'),
        );
        foreach (['tool', 'barcode', 'disc'] as $layer) {
            $this->open("$card/compose?layer=$layer");
            $this->find('#rule-title');
            $this->axe("compose, $layer");
        }
        $this->project('Mend or bin?');
        $this->axe('compose with scenes');
        $this->find('#play')->click();
        $this->find('.moment');
        $this->find('#play')->click();
        $this->axe('compose, a moment');
        $this->find('.scene-names button')->click();
        $this->find('#set-stay');
        $this->axe('compose, a layer that comes and goes');
        $this->open("$project/compose/history");
        $this->axe('history');
        $this->open("$project/rows");
        $this->find('#grid[data-ready]');
        $this->axe('rows');
        $this->find('#row-acts')->click();
        $this->axe('rows, menu');
        $this->press(WebDriverKeys::ESCAPE);
        foreach (
            [
                '#this-column' => 'column',
                '#new-recipe' => 'recipe',
                '[data-dialog="replace-dialog"]' => 'find and replace',
                '[data-dialog="draft-dialog"]' => 'draft rows',
            ]
            as $opener => $name
        ) {
            $this->find($opener)->click();
            $this->settled();
            $this->axe("rows, $name", 'dialog[open]');
            foreach (
                'recipe' === $name
                    ? [
                        'map' => '#recipe-pairs input',
                        'first' => '#recipe-of',
                        'when' => '#recipe-then',
                        'split' => '#recipe-at select',
                    ]
                    : []
                as $kind => $shows
            ) {
                $this->choose('#recipe-kind', $kind);
                $this->find($shows);
                // The button for taking it fades from one state to the other.
                usleep(600_000);
                $this->axe("rows, recipe $kind", 'dialog[open]');
            }
            $this->driver->executeScript('document.querySelector("dialog[open]").close()');
        }
        $this->upload(
            '#table-file',
            'newer.csv',
            "Full name,Hours,Craft,Issued,Register\nNg,112,clocks,2026-03-02,0002\nNew,1,lamps,03/04/2026,0099\n",
        );
        $this->sees('Check newer.csv before importing');
        $this->axe('import');
        $this->button('Update rows')->click();
        $this->sees('Changes in newer.csv');
        $this->axe('update');
        $this->open("$project/rows");
        $this->upload('#table-file', 'wide.csv', "Name\n" . str_repeat('a,', 300) . "\n");
        $this->sees('wide.csv cannot be read');
        $this->axe('unread');
        $this->open('/account');
        $this->axe('account');
        $this->open('/account/not-written-to');
        $this->axe('not written to');
        $this->open("$project/rows/pictures");
        $this->axe('pictures of the rows');
        $this->open(str_replace($project, $card, "$project/rows/pictures"));
        $this->find('.tile a')->click();
        $this->find('#focus');
        $this->axe('pictures of the rows, one open');
        $this->open("$project/press");
        $this->find('#order');
        $this->axe('press');
        $this->find('#as-sheets')->click();
        $this->find('.paper-svg');
        $this->axe('sheets');
        $this->choose('#label', 'own');
        $this->axe('sheets, what cannot be laid');
        $this->open("$project/rows");
        $this->find('[data-dialog="numbers"]')->click();
        $this->axe('rows, numbers', 'dialog[open]');
        $this->open("$project/deliver");
        $this->axe('deliver');
        $this->open("$project/press");
        $this->find('#order');
        // The slowest of them, so that there is something to stop.
        $this->orderAs('png', 'avif', 'pdfs-by');
        $this->axe('press, several outputs');
        $this->find('#make')->click();
        $this->button('Stop')->click();
        $this->sees('made · stopped', '.run');
        $this->clickOn('[data-dialog^="delete-"]');
        $this->find('dialog[open]');
        $this->axe('press, deleting a run', 'dialog[open]');
        $this->open('/');
        $this->button('Square card, 1080 × 1080')->click();
        $this->find('.drop-here');
        $this->axe('rows, empty');
        $this->clickOn('.station[href$="/compose"]');
        $this->find('#page');
        $this->axe('compose without rows');
    }

    /** Of ten pieces: axe-core takes long over many. */
    private function lightTable(): void
    {
        $this->project('Tool-lending cards');
        $this->clickOn('.station[href$="/proof"]');
        $this->sees('10 pieces');
        // When all is looked at the page comes anew.
        $this->eventually(
            fn (): bool => [] === $this->driver->findElements(WebDriverBy::cssSelector('[id^="work-"]'))
                ?: throw new \RuntimeException('it still works'),
            'the proof does not come to its end',
        );
        $this->settled();
        $this->axe('proof');
        $this->driver->executeScript('document.querySelector("[data-pick]").click()');
        $this->axe('proof, with a piece selected');
        foreach (['limits', 'show-others'] as $dialog) {
            $this->driver->executeScript('document.getElementById(arguments[0]).showModal()', [$dialog]);
            $this->axe("proof, $dialog", 'dialog[open]');
            $this->driver->executeScript('document.getElementById(arguments[0]).close()', [$dialog]);
        }
        $this->open(parse_url($this->driver->getCurrentURL(), \PHP_URL_PATH) . '?show=left');
        $this->settled();
        $this->axe('proof, without pieces');
    }

    private function waysToHandOver(string $project): void
    {
        foreach (['', '/mail', '/genuine', '/form', '/calendar', '/previews', '/automation', '/history'] as $page) {
            $this->open("$project/deliver$page");
            $this->settled();
            $this->axe("deliver$page");
        }
        $this->open("$project/deliver/form");
        $this->find('[name=open]')->click();
        $form = (string) $this->find('.rule a[href*="/answer/"]')->getAttribute('href');
        foreach ([$form, '/genuine'] as $page) {
            $this->driver->get(str_starts_with($page, 'http') ? $page : Application::get()->address . $page);
            $this->find('form');
            $this->axe($page);
        }
    }
}
