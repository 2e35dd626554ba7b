<?php

declare(strict_types=1);

namespace Morphea\Tests\Browser;

use Facebook\WebDriver\Exception\WebDriverException;
use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\Remote\LocalFileDetector;
use Facebook\WebDriver\Remote\RemoteWebDriver;
use Facebook\WebDriver\Remote\RemoteWebElement;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use PHPUnit\Framework\TestCase;

/** Drives the real interface in headless Chromium. */
abstract class BrowserTestCase extends TestCase
{
    use Chromium;
    use Projects;

    private const PATIENCE = 45;

    /**
     * One browser for all tests, since starting one takes seconds. Each test has a window of its own, and the tests of a
     * class are signed in as the same member.
     */
    private static ?RemoteWebDriver $browser = null;

    protected RemoteWebDriver $driver;

    public static function setUpBeforeClass(): void
    {
        if (null === self::$browser) {
            // Registered before the application's own, which ends the driver: they run in that order.
            register_shutdown_function(static fn (): mixed => self::$browser?->quit());
            self::$browser = self::chromium();
        }
        self::$browser->manage()->deleteAllCookies();
    }

    protected function setUp(): void
    {
        $this->driver = self::$browser ?? self::fail('There is no browser.');
        $this->driver->manage()->getLog('browser');
        $old = $this->driver->getWindowHandles();
        $this->driver->switchTo()->newWindow();
        $fresh = $this->driver->getWindowHandle();
        foreach ($old as $window) {
            $this->driver->switchTo()->window($window)->close();
        }
        $this->driver->switchTo()->window($fresh);
        self::command($this->driver, 'Storage.clearDataForOrigin', [
            'origin' => Application::get()->address,
            'storageTypes' => 'local_storage',
        ]);
        self::pageSize($this->driver);
    }

    protected function tearDown(): void
    {
        $errors = array_filter(
            $this->driver->manage()->getLog('browser'),
            static fn (array $entry): bool => 'SEVERE' === $entry['level'] && !str_contains($entry['message'], '422'),
        );
        self::assertSame([], array_column($errors, 'message'), 'errors in the browser');
    }

    /** Says what the page was saying when a test did not hold. */
    protected function onNotSuccessfulTest(\Throwable $t): never
    {
        try {
            $said = $this->driver->executeScript('return document.getElementById("notices")?.innerText ?? ""');
            fwrite(\STDERR, '' === trim((string) $said) ? '' : "\nThe page said: $said\n");
        } catch (\Throwable) {
            // The browser is gone, too.
        }
        throw $t;
    }

    protected function open(string $path): void
    {
        $this->driver->get(Application::get()->address . $path);
    }

    protected function find(string $css): RemoteWebElement
    {
        return $this->eventually(
            fn (): RemoteWebElement => $this->driver->findElement(WebDriverBy::cssSelector($css)),
            "there is no $css",
        );
    }

    /** Clicks whatever stands there by then: what was found may be drawn anew before it is clicked, as the bar is. */
    protected function clickOn(string $css): void
    {
        $click = fn (): mixed => $this->driver->findElement(WebDriverBy::cssSelector($css))->click();
        $this->eventually($click, "$css cannot be clicked");
    }

    /** Takes over the table that is looked at; that leads to the first piece. */
    protected function takeOver(bool $toRows = false): void
    {
        $this->find('.decide form[action$="/take"] button')->click();
        $this->find('#page');
        if ($toRows) {
            $this->clickOn('.station[href$="/rows"]');
        }
    }

    protected function button(string $words): RemoteWebElement
    {
        $button = $this->eventually(
            fn (): RemoteWebElement => $this->driver->findElement(
                WebDriverBy::xpath(
                    "//button[normalize-space()='$words'] | //a[normalize-space()='$words'] | //label[normalize-space()='$words']",
                ),
            ),
            "there is no button “{$words}”",
        );
        $this->driver->executeScript('arguments[0].scrollIntoView({block: "nearest", behavior: "instant"})', [$button]);

        return $button;
    }

    /** Waits until the page, or a part of it, shows these words. */
    protected function sees(string $words, string $in = 'body'): void
    {
        $plain = '';
        $this->eventually(function () use ($words, $in, &$plain): bool {
            // SVG text is not among what WebDriver calls text.
            $plain = (string) preg_replace(
                '/\s+/u',
                ' ',
                // What is not in the page at all is not shown either; only for what is does the page have to be laid out.
                (string) $this->driver->executeScript(
                    'const e = document.querySelector(arguments[0]); const bare = (text) => text.replace(/\\s+/g, "").toLowerCase();' .
                    'if (!e || !bare(e.textContent).includes(bare(arguments[1]))) return e ? e.textContent : "";' .
                    'return (e.innerText ?? "") + " " + [...e.querySelectorAll("svg text")].map(t => t.textContent).join(" ")',
                    [$in, $words],
                ),
            );

            return str_contains($plain, $words)
                ? true
                : throw new \RuntimeException("“{$words}” is not in: " . mb_substr($plain, 0, 1500));
        }, "“{$words}” does not appear in $in");
        $this->addToAssertionCount(1);
    }

    /** Types over what a field holds. */
    protected function retype(string $css, string $words): void
    {
        $this->find($css)->sendKeys(WebDriverKeys::CONTROL . 'a' . WebDriverKeys::NULL . $words . WebDriverKeys::TAB);
        $this->settled();
    }

    protected function choose(string $css, string $value): void
    {
        $this->driver->executeScript(
            'const e = document.querySelector(arguments[0]); e.focus(); e.value = arguments[1]; ' .
            'e.dispatchEvent(new Event("change", {bubbles: true}))',
            [$css, $value],
        );
        $this->settled();
    }

    /** What pieces are ordered as, and nothing else. */
    protected function orderAs(string ...$formats): void
    {
        $this->driver->executeScript(
            'const all = [...document.querySelectorAll(\'[name="formats[]"]\')]; const is = (one) => arguments[0].includes(one.value);' .
                'all.filter((one) => is(one) && !one.checked).forEach((one) => one.click());' .
                'all.filter((one) => !is(one) && one.checked).forEach((one) => one.click());',
            [$formats],
        );
        $this->settled();
    }

    /** Takes something from a menu by keys alone. */
    protected function menu(string $css, string $words): void
    {
        $this->driver->executeScript('document.querySelector(arguments[0]).focus()', [$css]);
        $this->press(WebDriverKeys::ARROW_DOWN);
        $this->eventually(function () use ($words): bool {
            $focused = $this->driver->switchTo()->activeElement();
            if (str_starts_with(trim($focused->getText()), $words)) {
                return true;
            }
            $this->press(WebDriverKeys::ARROW_DOWN);
            throw new \RuntimeException($focused->getText());
        }, "the menu $css has no “{$words}”");
        $this->press(WebDriverKeys::ENTER);
        $this->settled();
    }

    protected function upload(string $css, string $name, string $bytes): void
    {
        $path = sys_get_temp_dir() . '/' . $name;
        file_put_contents($path, $bytes);
        $input = $this->find($css);
        $input->setFileDetector(new LocalFileDetector());
        $input->sendKeys($path);
    }

    /** The file the browser saves after `$click`; clicked again, as anybody would, where the page moved under the pointer. */
    protected function download(\Closure $click): string
    {
        array_map(unlink(...), glob(Application::get()->downloads . '/*') ?: []);
        $this->settled();
        $click();
        $again = microtime(true) + 15;
        $path = $this->eventually(static function () use ($click, &$again): string {
            $all = glob(Application::get()->downloads . '/{,.}[!.]*', \GLOB_BRACE) ?: [];
            $whole = static fn (string $f): bool => !str_ends_with($f, '.crdownload') && !str_starts_with(basename($f), '.');
            $files = array_values(array_filter($all, $whole));
            if ([] === $all && microtime(true) > $again) {
                $again = \INF;
                $click();
            }

            return $files[0] ?? throw new \RuntimeException('nothing was saved yet');
        }, 'nothing was downloaded');

        return (string) file_get_contents($path);
    }

    /** No request of the page is under way any more. */
    protected function settled(): void
    {
        $this->eventually(
            fn (): bool => true ===
            $this->driver->executeScript(
                'return document.readyState === "complete" && ' .
                    '!document.querySelector(".htmx-request, .htmx-swapping, .htmx-settling, [data-saving]")',
            )
                ? true
                : throw new \RuntimeException('busy'),
            'the page does not come to rest',
        );
    }

    /**
     * @template T
     *
     * @param \Closure(): T $try
     *
     * @return T
     */
    protected function eventually(\Closure $try, string $otherwise): mixed
    {
        $deadline = microtime(true) + self::PATIENCE;
        // What takes long is asked for less often: asking keeps busy who is to answer.
        for ($wait = 50_000;; $wait = min(300_000, (int) (1.4 * $wait))) {
            try {
                return $try();
            } catch (WebDriverException | \RuntimeException $e) {
                if (microtime(true) > $deadline) {
                    @mkdir(\dirname(__DIR__, 2) . '/var/test', 0o777, true);
                    $this->driver->takeScreenshot(\dirname(__DIR__, 2) . '/var/test/failed.png');
                    self::fail("$otherwise: " . mb_substr($e->getMessage(), 0, 1800));
                }
                usleep($wait);
            }
        }
    }

    protected function drag(RemoteWebElement $what, float $dx, float $dy): void
    {
        (new WebDriverActions($this->driver))
            ->clickAndHold($what)
            ->moveByOffset((int) round($dx / 2), (int) round($dy / 2))
            ->moveByOffset((int) round($dx) - (int) round($dx / 2), (int) round($dy) - (int) round($dy / 2))
            ->release()
            ->perform();
        usleep(150_000);
        $this->settled();
    }

    protected function dropColumn(string $key, int $dx, int $dy): void
    {
        (new WebDriverActions($this->driver))
            ->clickAndHold($this->find("#column-$key"))
            ->moveByOffset(40, 10)
            ->moveToElement($this->find('#page'), $dx, $dy)
            ->release()
            ->perform();
        $this->find("#box-$key");
        $this->settled();
    }

    /** Picks a font from the list, by searching for it. */
    protected function font(string $family): void
    {
        $this->find('#set-style-family')->click();
        $this->find('#font-search')->sendKeys($family);
        $this->find("#font-list [data-family=\"$family\"]")->click();
        $this->sees($family, '#set-style-family');
        $this->settled();
    }
}
