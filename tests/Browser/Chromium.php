<?php

declare(strict_types=1);

namespace Morphea\Tests\Browser;

use Facebook\WebDriver\Chrome\ChromeOptions;
use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\Remote\DesiredCapabilities;
use Facebook\WebDriver\Remote\RemoteWebDriver;

/** A browser without windows, its keys, and the line it is at the end of. */
trait Chromium
{
    public static function chromium(): RemoteWebDriver
    {
        $options = new ChromeOptions();
        // Chromium without its own windows: a quarter less to do. What is in /usr/bin only starts it, so that the driver would
        // end that and leave the browser itself at work, with the last page of every class.
        $options->setBinary('/usr/lib/chromium/chromium-headless-shell');
        $options->addArguments([
            '--headless',
            '--no-sandbox',
            '--disable-gpu',
            // As Chromium with windows sets letters.
            '--font-render-hinting=none',
            '--disable-quic',
            '--no-first-run',
            '--disable-background-networking',
            '--disable-component-update',
            '--disable-sync',
            '--window-size=1280,800',
            '--hide-scrollbars',
            '--force-color-profile=srgb',
        ]);
        $options->setExperimentalOption('prefs', [
            'download.default_directory' => Application::get()->downloads,
            'download.prompt_for_download' => false,
        ]);
        $capabilities = DesiredCapabilities::chrome();
        $capabilities->setCapability(ChromeOptions::CAPABILITY, $options);
        $capabilities->setCapability('goog:loggingPrefs', ['browser' => 'ALL']);
        $driver = RemoteWebDriver::create(Application::get()->driver, $capabilities);
        self::pageSize($driver);

        return $driver;
    }

    /** @param array<string, mixed> $with */
    protected static function command(RemoteWebDriver $driver, string $name, array $with = []): void
    {
        $driver->executeCustomCommand('/session/:sessionId/goog/cdp/execute', 'POST', [
            'cmd' => $name,
            'params' => (object) $with,
        ]);
    }

    /** As if the line were down. */
    public static function offline(RemoteWebDriver $driver, bool $offline): void
    {
        self::line($driver, $offline, 0);
    }

    /** As if the server were so many milliseconds away. */
    public static function latency(RemoteWebDriver $driver, int $milliseconds): void
    {
        self::line($driver, false, $milliseconds);
    }

    private static function line(RemoteWebDriver $driver, bool $offline, int $latency): void
    {
        self::command($driver, 'Network.enable');
        self::command($driver, 'Network.emulateNetworkConditions', [
            'offline' => $offline,
            'latency' => $latency,
            'downloadThroughput' => -1,
            'uploadThroughput' => -1,
        ]);
    }

    /** The window's size counts its frame; the page itself is to be 1280 by 800. */
    private static function pageSize(RemoteWebDriver $driver): void
    {
        self::command($driver, 'Emulation.setDeviceMetricsOverride', [
            'width' => 1280,
            'height' => 800,
            'deviceScaleFactor' => 1,
            'mobile' => false,
        ]);
    }

    /** Keys as somebody without a mouse would press them, wherever the focus is. */
    protected function press(string ...$keys): void
    {
        foreach ($keys as $key) {
            (new WebDriverActions($this->driver))->sendKeys(null, $key)->perform();
            usleep(30_000);
        }
    }
}
