<?php

// The grid of the Rows screen with 20,000 rows by 12 columns in headless Chromium: first sight, all rows there, one
// cell changed; each beside the same with 12 rows in the same run. Medians of five, from the beginning of the
// navigation to the picture of the first rows, the server's answer included.
//
//     make assets && php -d ffi.enable=1 bench/grid.php

declare(strict_types=1);

use Facebook\WebDriver\Remote\LocalFileDetector;
use Facebook\WebDriver\WebDriverBy;
use Morphea\App\Cli\DemoCommand;
use Morphea\Tests\Browser\Application;
use Morphea\Tests\Browser\BrowserTestCase;

require dirname(__DIR__) . '/vendor/autoload.php';

const TIMES = 5;
$address = Application::get()->address;
$driver = BrowserTestCase::chromium();
$driver->manage()->timeouts()->setScriptTimeout(60);
// When rows are first there, and painted: two frames later.
$driver->executeCustomCommand('/session/:sessionId/goog/cdp/execute', 'POST', [
    'cmd' => 'Page.addScriptToEvaluateOnNewDocument',
    'params' => [
        'source' => <<<'JS'
        new MutationObserver((_, me) => {
            if (!document.querySelector('#grid .tabulator-row')) return;
            me.disconnect();
            requestAnimationFrame(() => requestAnimationFrame(() => { window.seen = performance.now(); }));
        }).observe(document, {subtree: true, childList: true});
        new MutationObserver((_, me) => {
            if (!document.querySelector('#grid[data-ready]')) return;
            me.disconnect();
            window.whole = performance.now();
        }).observe(document, {subtree: true, childList: true, attributes: true});
        JS
    ,
    ],
]);
$until = static function (string $script) use ($driver): mixed {
    for ($i = 0; $i < 6000; ++$i) {
        try {
            if (null !== ($found = $driver->executeScript("return $script"))) {
                return $found;
            }
        } catch (Throwable) {
            // Between two pages.
        }
        usleep(10_000);
    }
    throw new RuntimeException("$script does not come true");
};
$driver->get("$address/sign-in");
$driver->findElement(WebDriverBy::id('email'))->sendKeys(DemoCommand::MAIL);
$driver->findElement(WebDriverBy::id('password'))->sendKeys(DemoCommand::PASSWORD)->submit();
$median = static function (array $times): float {
    sort($times);

    return $times[intdiv(count($times), 2)];
};
$measure = static function (int $rows) use ($address, $driver, $until, $median): array {
    $csv = tempnam(sys_get_temp_dir(), 'grid') . '.csv';
    $stream = fopen($csv, 'w');
    for ($row = 0; $row <= $rows; ++$row) {
        fputcsv(
            $stream,
            array_map(
                static fn (int $column): string => 0 === $row
                    ? "Column $column"
                    : (0 === $column % 3
                        ? (string) ($row * $column)
                        : "Word $row-$column"),
                range(1, 12),
            ),
            ',',
            '"',
            '',
        );
    }
    fclose($stream);
    $driver->get("$address/");
    $driver->executeScript(
        '[...document.querySelectorAll("button")].find(b => b.textContent.trim() === "Numbered tag, 90 × 50 mm").click()',
    );
    $until('document.querySelector("#table-file")');
    $driver->executeScript('document.querySelector("#table-file").hidden = false');
    $driver->findElement(WebDriverBy::id('table-file'))->setFileDetector(new LocalFileDetector())->sendKeys($csv);
    $until('document.querySelector("form[action$=\"/take\"] button")');
    $driver->executeScript('document.querySelector("form[action$=\"/take\"] button").click()');
    $until('document.querySelector("#grid[data-ready]")');
    $page = $driver->getCurrentURL();
    $seen = $whole = $edits = [];
    for ($i = 0; $i < TIMES; ++$i) {
        $driver->get($page);
        $whole[] = (float) $until('window.whole ?? null');
        $seen[] = (float) $until('window.seen ?? null');
        $edits[] = (float) $driver->executeAsyncScript(
            'const done = arguments[arguments.length - 1]; const row = Tabulator.findTable("#grid")[0].getRows()[2]; ' .
            'const began = performance.now(); document.addEventListener("sheet:changed", () => ' .
            'done(performance.now() - began), {once: true}); row.getCell("column_2").setValue("changed " + ' .
            'arguments[0])',
            [$i],
        );
    }
    unlink($csv);

    return [
        'First rows seen' => $median($seen),
        'All rows there' => $median($whole),
        'One cell changed, marks and recipes done' => $median($edits),
    ];
};
$few = $measure(12);
foreach ($measure(20_000) as $what => $ms) {
    printf(
        "%-44s %6.2f s with 20,000 rows, %6.2f s with 12: %4.1f times\n",
        $what,
        $ms / 1000,
        $few[$what] / 1000,
        $ms / $few[$what],
    );
}
$driver->quit();
