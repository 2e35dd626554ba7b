<?php

declare(strict_types=1);

namespace Morphea\Tests\Browser;

use Facebook\WebDriver\Cookie;

/** The way back from what strangers see to the work of a member. */
trait Strangers
{
    /**
     * Signed in again, after a look as a stranger.
     *
     * @param array<Cookie> $member cookies
     */
    private function comeBack(array $member): void
    {
        $this->driver->get(Application::get()->address . '/sign-in');
        foreach ($member as $cookie) {
            $this->driver->manage()->addCookie($cookie);
        }
    }

    /** In Rows that are open: accepts the draft in the second one. */
    private function acceptSecondRow(): void
    {
        $this->driver->executeScript(
            'const here = location.pathname, token = JSON.parse(document.body.getAttribute("hx-headers"))["X-CSRF-Token"];
            return fetch(`${here}/data`).then((answer) => answer.json()).then(({rows}) => fetch(`${here}/edit`, {method: "POST",
                headers: {"Content-Type": "application/json", "X-CSRF-Token": token},
                body: JSON.stringify({op: "accept", ids: [rows[1]._id]})}))',
        );
    }
}
