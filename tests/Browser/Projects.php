<?php

declare(strict_types=1);

namespace Morphea\Tests\Browser;

use Facebook\WebDriver\WebDriverBy;
use Morphea\App\Cli\DemoCommand;

/** The ways to a project that is to be worked on. */
trait Projects
{
    /** @var array<string, string> addresses of the demo projects, by name */
    private static array $projects = [];

    /** Leads to the projects. */
    protected function signIn(): void
    {
        if ($this->isSignedIn()) {
            $this->open('/');

            return;
        }
        $this->open('/sign-in');
        $this->find('#email')->sendKeys(DemoCommand::MAIL);
        $this->find('#password')->sendKeys(DemoCommand::PASSWORD);
        $this->button('Sign in')->click();
        $this->sees('Your projects');
    }

    /** Asks a page that costs nothing: the projects of all tests take a while to draw. */
    private function isSignedIn(): bool
    {
        $this->open('/sign-token');

        return null !== json_decode((string) $this->driver->executeScript('return document.body.textContent'), true)['member'];
    }

    /** Signs in and opens the project with that name: the oldest, whatever other tests have created since. */
    protected function project(string $name): void
    {
        if (!isset(self::$projects[$name])) {
            $this->signIn();
            $found = $this->driver->findElements(WebDriverBy::linkText($name));
            self::assertNotSame([], $found, "there is no project $name");
            self::$projects[$name] = (string) $found[\count($found) - 1]->getDomProperty('href');
        } elseif (!$this->isSignedIn()) {
            $this->signIn();
        }
        $this->driver->get(self::$projects[$name]);
        $this->find('#page');
    }

    /** Opens a new project with rows. It is created by requests, since ShortWaysTest goes through the dialogs. */
    protected function blank(string $name, string $preset, string $rows): void
    {
        if (!$this->isSignedIn()) {
            $this->signIn();
            $this->open('/sign-token');
        }
        $address = $this->driver->executeAsyncScript(
            <<<'JS'
                const [name, preset, cells, done] = arguments;
                const {token} = JSON.parse(document.body.textContent);
                const post = (address, fields) => fetch(address, {
                    method: "POST", headers: {"X-CSRF-Token": token}, body: new URLSearchParams(fields),
                });
                (async () => {
                    const project = (await post("/projects", {name, preset})).url.match(/^.+\/projects\/\w+/)[0];
                    const preview = await (await post(`${project}/rows/import/paste`, {cells})).text();
                    const form = new DOMParser().parseFromString(preview, "text/html").querySelector("form[action$='/take']");
                    done((await post(form.getAttribute("action"), new FormData(form))).url);
                })();
                JS,
            [$name, $preset, $rows],
        );
        $this->driver->get((string) $address);
        $this->find('#page');
        $this->eventually(
            fn (): bool => true === $this->driver->executeScript('return Boolean(window.Moveable && window.Selecto)') ?:
            throw new \RuntimeException('no handles'),
            'the stage does not wake up',
        );
    }
}
