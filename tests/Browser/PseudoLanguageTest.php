<?php

declare(strict_types=1);

namespace Morphea\Tests\Browser;

use Doctrine\DBAL\DriverManager;
use Doctrine\DBAL\Tools\DsnParser;
use Morphea\App\Cli\DemoCommand;
use Morphea\Tests\Machines\Machine;
use Morphea\Tests\Pseudo;

/**
 * Every screen in a language that is none (Pseudo): nothing is seen that is in no catalogue, nothing breaks out of the window,
 * and no button loses its end.
 */
final class PseudoLanguageTest extends BrowserTestCase
{
    /** Names that are the same in every language: of formats, units, keys, codes and ourselves. */
    private const NAMES = 'Morphea PDF PNG JPEG JPG WebP AVIF TIFF SVG GIF WebM MP4 SRT VTT ZIP CSV TSV XLSX ODS XLS EML ICS JSON RGB ' .
        'UTF UTC dpi Ctrl Shift Alt Enter Esc Tab Space Home End Del PageUp PageDown Backspace Data Matrix Aztec Code EAN UPC ITF GS1 ' .
        'PDF417 Legal Letter Tabloid SRA3 English Deutsch Français Español Chrome Chromium Linux Ed25519 bin console morphea genuine ' .
        'Noto Sans Serif IBM Plex Mono HTTPS URL SRA pdf png jpg svg zip Mozilla AppleWebKit KHTML like Gecko HeadlessChrome Safari';

    private ?Machine $machine = null;

    protected function tearDown(): void
    {
        $this->machine?->vanish();
        parent::tearDown();
    }

    public function testEveryScreenIsInItAndHasRoomForIt(): void
    {
        $this->machine = new Machine('pseudo', Application::get()->environment);
        Pseudo::translate("{$this->machine->folder}/translations");
        $address = $this->machine->serve();
        $this->project('Mending certificates');
        $project = (string) preg_replace('~^.+(/projects/\w+)/.+$~', '$1', $this->driver->getCurrentURL());
        $this->project('Mend or bin?');
        $short = (string) preg_replace('~^.+(/projects/\w+)/.+$~', '$1', $this->driver->getCurrentURL());
        $this->open('/genuine');
        $this->driver->manage()->deleteAllCookies();

        $pages = ['/sign-in', '/sign-up', '/sign-reset', '/genuine'];
        $known = array_fill_keys([...explode(' ', self::NAMES), ...$this->data()], true);
        $found = [];
        foreach ($pages as $page) {
            $this->driver->get($address . $page);
            $this->look($page, $known, $found);
        }
        $this->driver->get("$address/sign-in");
        $this->find('#email')->sendKeys(DemoCommand::MAIL);
        $this->find('#password')->sendKeys(DemoCommand::PASSWORD)->submit();
        $this->find('.cards');
        $screens = [
            '/', '/account', '/account/not-written-to', "$project/compose", "$project/compose?layer=recipient&row=3",
            "$project/compose?layer=seal", "$project/compose/history", "$short/compose", "$project/rows", "$project/rows/pictures",
            "$project/proof", "$project/proof/3", "$project/proof/set", "$project/press", "$project/press/sheets",
        ];
        foreach (['', '/mail', '/genuine', '/form', '/calendar', '/previews', '/automation', '/history'] as $way) {
            $screens[] = "$project/deliver$way";
        }
        foreach ($screens as $page) {
            $this->driver->get($address . $page);
            $this->settled();
            $this->look($page, $known, $found);
        }
        // What opens over a page is looked at with it.
        foreach (["$project/compose", "$project/rows", "$project/proof", '/'] as $page) {
            $this->driver->get($address . $page);
            $this->settled();
            $dialogs = (array) $this->driver->executeScript('return [...document.querySelectorAll("dialog[id]")].map((one) => one.id)');
            // That of a column in words opens at one, and at none it has nothing to show.
            foreach (array_diff($dialogs, ['chip-dialog']) as $dialog) {
                $this->driver->executeScript('document.getElementById(arguments[0]).showModal()', [$dialog]);
                $this->look("$page, $dialog", $known, $found);
                $this->driver->executeScript('document.getElementById(arguments[0]).close()', [$dialog]);
            }
        }
        self::assertSame([], array_values($found));
    }

    /**
     * @param array<string, true>   $known words that need no catalogue
     * @param array<string, string> $found added to
     */
    private function look(string $page, array $known, array &$found): void
    {
        /** @var array{words: list<string>, wide: int, cut: list<string>} $seen */
        $seen = $this->driver->executeScript(<<<'JS'
            const skip = 'script, style, .visually-hidden, .scene-names, .mail-body, a[href*="/answer/"], code, kbd, pre, svg, ' +
                'textarea, [data-words], [contenteditable], .mono, [lang]:not(html), optgroup *, #design-language';
            const visible = (e) => e && e.checkVisibility({visibilityProperty: true}) && !e.closest(skip);
            const words = [];
            const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
            while (walk.nextNode()) {
                const e = walk.currentNode.parentElement;
                if (visible(
                    e.tagName === 'OPTION' ? e.closest('select') : e,
                ) && !e.closest(skip)) words.push(walk.currentNode.data.trim());
            }
            for (const e of document.querySelectorAll('[aria-label], [title], [placeholder], [alt]'))
                if (visible(e))
                    for (const name of ['aria-label', 'title', 'placeholder', 'alt'])
                        if (e.getAttribute(name)) words.push(e.getAttribute(name));
            const cut = [...document.querySelectorAll('button, .btn, label, legend, h1, h2, h3, th, dt, .label')]
                .filter((e) => visible(e) && !e.closest('.scenes') && e.scrollWidth > e.clientWidth + 2 && e.clientWidth > 0 &&
                    getComputedStyle(e).overflowX !== 'visible' && getComputedStyle(e).display !== 'inline')
                .map((e) => e.textContent.trim().slice(0, 60));
            return {words: words.filter(Boolean), wide: document.documentElement.scrollWidth - innerWidth, cut};
            JS);
        foreach ($seen['words'] as $words) {
            preg_match_all('/[A-Za-z]{3,}/', $words, $bare);
            $bare = array_filter($bare[0], static fn (string $word): bool => !isset($known[$word]));
            [] === $bare || $found["$words"] = "$page: “{$words}” is in no catalogue (" . implode(', ', $bare) . ')';
        }
        $seen['wide'] <= 0 || $found["wide $page"] = "$page is {$seen['wide']} pixels too wide";
        foreach ($seen['cut'] as $words) {
            $found["cut $words"] = "$page: “{$words}” is cut off";
        }
    }

    /** @return list<string> all words in what is no interface: rows, names, designs, fonts */
    private function data(): array
    {
        $url = Application::get()->environment['DATABASE_URL'];
        $connection = DriverManager::getConnection(
            (new DsnParser(['sqlite' => 'pdo_sqlite', 'postgresql' => 'pdo_pgsql']))->parse((string) $url),
        );
        $text = (string) file_get_contents(\dirname(__DIR__, 2) . '/fonts/fonts.json');
        foreach (['SELECT cells FROM table_row', 'SELECT * FROM project', 'SELECT * FROM member', 'SELECT name FROM picture'] as $query) {
            foreach ($connection->iterateNumeric($query) as $row) {
                $text .= ' ' . implode(' ', array_map(strval(...), $row));
            }
        }
        preg_match_all('/[A-Za-z]{3,}/', stripslashes($text), $words);

        // Days and months are said by ICU.
        $days = [];
        for ($i = 0; $i < 12; ++$i) {
            $day = new \DateTimeImmutable('2026-01-01 +' . 32 * $i . ' days');
            array_push($days, ...explode(' ', $day->format('F M l D')));
        }

        return array_values(array_unique([...$words[0], ...$days]));
    }
}
