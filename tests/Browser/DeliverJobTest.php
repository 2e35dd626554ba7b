<?php

declare(strict_types=1);

namespace Morphea\Tests\Browser;

use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use Morphea\App\Delivery\Email\EmlFile;
use Morphea\Tests\Tools;

/** From a stranger's answer to the piece in their hands; and a calendar in which posts are moved. */
final class DeliverJobTest extends BrowserTestCase
{
    use Strangers;

    public function testAStrangersAnswerIsAcceptedMadeMailedOpenedFoundGenuineAndTakenBack(): void
    {
        $this->blank('Thanks', 'square', "Name\tMail\tTown\nIsolde\tisolde@dune.example\tTidewick");
        $this->dropColumn('name', 0, -80);
        $project = (string) preg_replace('~^.*(/projects/\w+)/.+$~', '$1', $this->driver->getCurrentURL());

        // A code on every piece, by which it is known.
        $this->open("$project/deliver");
        $this->sees('Verification', '.ways');
        $this->find('a[href$="/deliver/genuine"]')->click();
        $this->button('Add codes')->click();
        $this->button('Add the code to the design')->click();
        $this->sees('The code is on the piece', '.steps .done:nth-child(2)');
        $this->clickOn('.station[href$="/press"]');
        $this->button('Make 1 piece')->click();
        $this->sees('✓ 1 made', '.run');
        $this->open("$project/deliver/genuine");
        $this->button('Seal pieces')->click();
        $this->sees('1 sealed');

        // The email, as it will go.
        $this->open("$project/deliver/mail");
        $this->sees('Dear Isolde', '#mail-seen');
        $this->find('#subject-words')->sendKeys(WebDriverKeys::CONTROL . 'a' . WebDriverKeys::NULL . 'Your thanks, ');
        $this->find('#insert-subject')->click();
        $this->find('#insert-subject-menu [data-key="name"]')->click();
        $this->sees('Your thanks, Isolde', '#mail-seen');
        self::assertSame(
            'rgb(23, 33, 30)',
            $this->driver->executeScript("return getComputedStyle(document.querySelector('.mail-body a')).backgroundColor"),
            'the email looks as it will where it is read',
        );
        $this->choose('#carried', 'both');
        $this->sees('Isolde.png', '#mail-seen');
        $this->sees('Send 1 email', '#bar');

        // From now on all of it by itself.
        $this->open("$project/deliver/automation");
        foreach (['seal', 'link', 'mail'] as $step) {
            $box = $this->find("[value='$step']");
            if (!$box->isSelected()) {
                $this->driver->executeScript('arguments[0].closest("label").click()', [$box]);
            }
        }
        $this->button('Turn on')->click();
        $this->sees('✓ on');

        // A form, which a stranger answers.
        $this->open("$project/deliver/form");
        $this->retype('#title', 'Who mended?');
        $this->button('Open form')->click();
        $this->sees('✓ Open.');
        $form = (string) $this->find('.rule a[href*="/answer/"]')->getAttribute('href');
        $member = $this->driver->manage()->getCookies();
        $this->driver->manage()->deleteAllCookies();
        $this->open((string) parse_url($form, \PHP_URL_PATH));
        $this->sees('Who mended?', 'h1');
        sleep(2);
        $this->find('#answer-1')->sendKeys('Ada Fell');
        $this->button('Preview your piece')->click();
        $this->sees('This field is required.', '.field.bad');
        $mail = "//label[starts-with(normalize-space(), 'Mail')]/following-sibling::input";
        $this->driver->findElement(WebDriverBy::xpath($mail))->sendKeys('ada@dune.example');
        sleep(2);
        $this->button('Preview your piece')->click();
        $this->sees('Preview', 'h1');
        self::assertGreaterThan(1_000, (int) $this->driver->executeScript('return document.querySelector(".piece").naturalWidth'));
        $this->button('Send')->click();
        $this->sees('Thank you. Your response has been received.');
        self::assertSame([], $this->driver->manage()->getCookies(), 'nobody is followed');

        // Accepted in Rows, and the rest goes by itself.
        $this->comeBack($member);
        $this->open("$project/rows");
        $this->find('#grid[data-ready]');
        $this->sees('Ada Fell', '#grid');
        $this->acceptSecondRow();
        // An address that a stranger typed is confirmed by its owner first.
        $confirm = $this->eventually(static function (): string {
            foreach (glob(\dirname(Application::get()->downloads) . '/files/mailbox/*.eml') ?: [] as $file) {
                $mail = EmlFile::of((string) file_get_contents($file));
                if ('ada@dune.example' === $mail->headers['to'] && 'Confirm your email address' === $mail->headers['subject']) {
                    return $mail->text('text/plain');
                }
            }
            throw new \RuntimeException('not yet');
        }, 'nobody is asked to confirm the address');
        self::assertSame(1, preg_match('~https?://\S+(/answer/confirm/[\w-]{22})~', $confirm, $m));
        $this->open("$project/deliver/automation");
        $this->eventually(function () use ($project): bool {
            $this->open("$project/deliver/automation");

            return str_contains($this->find('main')->getText(), 'the address has not been confirmed yet') ?:
                throw new \RuntimeException('not yet');
        }, 'the log does not say what is waited for');
        $this->open($m[1]);
        $this->button('Confirm address')->click();
        $this->sees('Your address is confirmed');
        $this->eventually(function () use ($project): bool {
            $this->open("$project/deliver/automation");
            $text = $this->find('main')->getText();

            return str_contains($text, '✓ done') && str_contains($text, 'made, sealed, share page created, emailed') ?:
                throw new \RuntimeException($text);
        }, 'it did not go by itself');
        $this->open("$project/deliver/mail");
        $this->sees('✓ 1 sent', '.mailing');
        $this->find('.mailing a')->click();
        $this->sees('ada@dune.example', '.letters');
        $this->driver->findElement(WebDriverBy::linkText('View'))->click();
        $this->sees('Your thanks, Ada Fell', '.mail-sheet');
        $plain = $this->find('.mail-plain')->getText();
        self::assertSame([1080, 1080], self::pixels($this->download(fn () => $this->find('.mail-files a')->click())));

        // Its page, as whoever got the email opens it; and the code on it.
        self::assertSame(1, preg_match('~https?://\S+(/s/[\w-]{22})~', $plain, $m));
        $this->driver->manage()->deleteAllCookies();
        $this->open($m[1]);
        $scanned = implode(' ', Tools::codes($this->download(fn () => $this->find('.fetch a')->click())));
        self::assertSame(1, preg_match('~QR-Code:http\S+/genuine/([0-9A-Z]{4}(?:-[0-9A-Z]{4}){2})~', $scanned, $code), $scanned);
        $this->open('/genuine');
        $this->find('#code')->sendKeys(strtolower($code[1]));
        $this->button('Verify')->click();
        $this->sees('✓ Valid', 'h1');
        $this->sees('Ada Fell', '.verdict');

        // Taken back, with the reason.
        $this->comeBack($member);
        $this->open("$project/deliver/genuine");
        $this->find('[aria-label="Revoke the seal of Ada Fell"]')->click();
        $this->find('dialog[open] [name=reason]')->sendKeys('It was somebody else.' . WebDriverKeys::ENTER);
        $this->sees('1 revoked');
        $this->open("/genuine/$code[1]");
        $this->sees('✗ Revoked', 'h1');
        $this->sees('It was somebody else.');
        $this->open("$project/deliver/history");
        foreach (['was revoked: It was somebody else.', 'was opened for the first time', 'A form response arrived'] as $line) {
            $this->sees($line);
        }
    }

    public function testPostsAreDealtAndMovedByKeysAndByTheMouse(): void
    {
        $this->blank('Posts', 'square', "Name\tKind\nAda\tclocks\nBo\tclocks\nCora\tchairs");
        $this->dropColumn('name', 0, 0);
        $project = (string) preg_replace('~^.*(/projects/\w+)/.+$~', '$1', $this->driver->getCurrentURL());
        $this->open("$project/press");
        $this->button('Make 3 pieces')->click();
        $this->sees('✓ 3 made', '.run');
        $this->open("$project/deliver/calendar");
        $monday = new \DateTimeImmutable('first monday of next month');
        $this->driver->executeScript('document.querySelector("[name=from]").value = arguments[0]', [$monday->format('Y-m-d')]);
        $this->choose('[name=kind]', 'kind');
        $this->button('Schedule posts')->click();
        $this->sees('3 planned', '#month');
        $day = fn (string $name): string => (string) $this->driver->executeScript(
            'return [...document.querySelectorAll(".post")].find((p) => p.textContent.includes(arguments[0])).closest("td").dataset.day',
            [$name],
        );
        self::assertSame($monday->format('Y-m-d'), $day('Ada'));
        self::assertSame($monday->modify('+2 days')->format('Y-m-d'), $day('Cora'), 'no two of a kind in a row');

        // By keys, a day and a week; the focus stays with it.
        $this->driver->executeScript('document.querySelector(".post").focus()');
        foreach ([WebDriverKeys::ARROW_RIGHT => '+1 day', WebDriverKeys::ARROW_DOWN => '+8 days'] as $key => $to) {
            $this->press($key);
            $this->eventually(
                fn (): bool => $day('Ada') === $monday->modify($to)->format('Y-m-d') ?: throw new \RuntimeException($day('Ada')),
                'it did not move',
            );
            $this->eventually(
                fn (): bool => str_contains($this->driver->switchTo()->activeElement()->getText(), 'Ada') ?:
                    throw new \RuntimeException('the focus went'),
                'it lost the focus',
            );
        }
        // By the mouse, to a day of its own.
        $to = $monday->modify('+3 days')->format('Y-m-d');
        (new WebDriverActions($this->driver))
            ->clickAndHold($this->driver->findElement(WebDriverBy::xpath("//button[contains(., 'Bo')]")))
            ->moveByOffset(-10, 4)
            ->moveToElement($this->find("[data-day='$to']"))
            ->release()
            ->perform();
        $this->eventually(fn (): bool => $day('Bo') === $to ?: throw new \RuntimeException($day('Bo')), 'it was not dragged');
        // Opened, and its time said.
        $this->driver->executeScript('document.querySelector("[aria-label^=Bo]").click()');
        $this->sees('Bo', '#post-dialog');
        $this->driver->executeScript('document.querySelector(".post-when [name=time]").value = "09:30"');
        $this->button('Move post')->click();
        $this->sees('09:30 Bo', '#month');
        $ics = $this->download(fn () => $this->find('a[href$=".ics"]')->click());
        self::assertSame(3, substr_count($ics, 'BEGIN:VEVENT'));
        self::assertStringContainsString(str_replace('-', '', $to) . 'T093000', $ics);
    }

    /** @return list<int> */
    private static function pixels(string $picture): array
    {
        return \array_slice(getimagesizefromstring($picture) ?: [], 0, 2);
    }
}
