<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Platform\Account\SessionStore;
use PHPUnit\Framework\Attributes\Group;

/** Sessions, their tokens, and passwords that are changed. */
final class SessionTest extends AppTestCase
{
    use Accounts;

    #[Group('stored')]
    public function testASessionThatWasEndedIsNotBroughtBackByARequestThatWasUnderWay(): void
    {
        $sessions = self::getContainer()->get(SessionStore::class);
        $count = fn (): int => (int) $this->entities()->getConnection()->fetchOne('SELECT COUNT(*) FROM session');
        $sessions->open('', 'id');
        $sessions->write('under-way', 'first');
        self::assertSame(1, $count());
        self::assertSame('first', $sessions->read('under-way'));
        $this->entities()->getConnection()->executeStatement('DELETE FROM session');
        $sessions->write('under-way', 'second');
        self::assertSame(0, $count());
    }

    public function testThePasswordIsChangedByWhoKnowsTheOldOneAndOthersAreSignedOut(): void
    {
        $member = $this->tamsin();
        $sessions = self::getContainer()->get(SessionStore::class);
        $this->signIn('tamsin@tidewick.example', self::PASSWORD);
        $this->entities()
            ->getConnection()
            ->executeStatement(
                'INSERT INTO session (id, data, member_id, started_at, seen_at, agent) VALUES (?, ?, ?, ?, ?, ?)',
                [
                    'elsewhere',
                    '',
                    $member->id(),
                    time(),
                    time(),
                    'Mozilla/5.0 (Windows NT 10.0; Win64; x64; rv:140.0) Gecko/20100101 Firefox/140.0',
                ],
            );
        $page = $this->browser->request('GET', '/account');
        self::assertStringContainsString('Firefox on Windows', $page->filter('main')->text());
        foreach (['wrong old one' => 'current password is wrong', self::PASSWORD => 'most common passwords'] as $old => $words) {
            $this->browser->submit($page->selectButton('Change password')->form(['old' => $old, 'new' => 'password2026']));
            self::assertStringContainsString($words, $this->browser->followRedirect()->filter('.notices')->text());
        }
        self::assertCount(1, array_filter($sessions->all($member), static fn (array $one): bool => 'elsewhere' === $one['id']));
        $this->browser->submit(
            $page->selectButton('Change password')->form(['old' => self::PASSWORD, 'new' => 'a kettle on the quay']),
        );
        self::assertStringContainsString(
            'You have been signed out on all other devices.',
            $this->browser->followRedirect()->filter('.notices')->text(),
        );
        self::assertSame([], $sessions->all($member));
        $this->browser->restart();
        self::assertStringContainsString('is wrong', $this->signIn('tamsin@tidewick.example', self::PASSWORD));
        $this->signIn('tamsin@tidewick.example', 'a kettle on the quay');
        self::assertResponseRedirects('/');
    }

    #[Group('stored')]
    public function testAForgottenPasswordIsSetAnewByAMailOnceAndWithinAnHour(): void
    {
        $this->tamsin();
        $words = [];
        foreach (['nobody@tidewick.example', 'TAMSIN@tidewick.example'] as $address) {
            $page = $this->browser->request('GET', '/sign-reset');
            $words[] = $this->browser
                ->submit($page->selectButton('Send link')->form(['email' => $address]))
                ->filter('main')
                ->text();
        }
        self::assertSame($words[0], $words[1], 'nobody learns which addresses are known');
        $this->work();
        $mails = array_map(
            fn (string $path): string => quoted_printable_decode($this->files()->read($path)),
            $this->stored('mailbox'),
        );
        self::assertCount(1, $mails, 'one email, to the one that is');
        self::assertStringContainsString('To: Tamsin <tamsin@tidewick.example>', $mails[0]);
        self::assertSame(1, preg_match('~http://localhost(/sign-reset/[0-9a-f]{64})~', $mails[0], $m));
        $stored = (string) $this->entities()->getConnection()->fetchOne('SELECT token FROM password_reset');
        self::assertStringNotContainsString($stored, $m[1], 'only its hash is kept');

        $page = $this->browser->request('GET', $m[1]);
        $page = $this->browser->submit($page->selectButton('Set password')->form(['password' => 'tamsin1234']));
        self::assertStringContainsString('little more than your name', $page->text());
        $this->browser->submit($page->selectButton('Set password')->form(['password' => 'a kettle on the quay']));
        self::assertStringContainsString('Your new password is set.', $this->browser->followRedirect()->text());
        $this->browser->request('GET', $m[1]);
        self::assertResponseStatusCodeSame(404);
        self::assertStringContainsString('This link has expired', $this->body());
        $this->signIn('tamsin@tidewick.example', 'a kettle on the quay');
        self::assertResponseRedirects('/');
    }

    public function testMailsForOneAddressAreLimited(): void
    {
        for ($i = 0; $i < 4; ++$i) {
            $page = $this->browser->request('GET', '/sign-reset');
            $this->browser->submit($page->selectButton('Send link')->form(['email' => 'nobody@tidewick.example']));
        }
        self::assertResponseStatusCodeSame(429);
        self::assertStringContainsString('requested too often', $this->body());
    }

    #[Group('stored')]
    public function testSessionsLieInTheDatabaseByTheirHashAndEnd(): void
    {
        $member = $this->member();
        $sessions = self::getContainer()->get(SessionStore::class);
        $sessions->open('', 'PHPSESSID');
        $id = str_repeat('a', 32);
        self::assertSame('', $sessions->read($id));
        $sessions->write($id, 'kept');
        self::assertSame('kept', $sessions->read($id));
        $database = $this->entities()->getConnection();
        self::assertSame(
            0,
            (int) $database->fetchOne('SELECT COUNT(*) FROM session WHERE id = ?', [$id]),
            'whoever reads the database cannot come in by it',
        );
        $sessions->write(str_repeat('b', 32), '');
        self::assertSame(
            1,
            (int) $database->fetchOne('SELECT COUNT(*) FROM session'),
            'nothing is kept of a visit that has nothing to keep',
        );
        foreach (['seen_at' => SessionStore::IDLE, 'started_at' => SessionStore::ABSOLUTE] as $column => $seconds) {
            $database->executeStatement('UPDATE session SET seen_at = ?, started_at = ?', [time(), time()]);
            $database->executeStatement("UPDATE session SET $column = ?", [time() - $seconds - 1]);
            self::assertSame('', $sessions->read($id), "$column is too long ago");
        }
        self::assertSame(1, $sessions->gc(0));
        self::assertSame([], $sessions->all($member));
    }

    public function testARequestUnderAnotherNameIsRefusedAndNothingSaysWhatRunsHere(): void
    {
        $this->browser->request('GET', '/sign-in', server: ['HTTP_HOST' => 'elsewhere.example']);
        self::assertResponseStatusCodeSame(400);
        $this->browser->request('GET', 'http://localhost/sign-in');
        self::assertResponseIsSuccessful();
        self::assertFalse($this->browser->getResponse()->headers->has('X-Powered-By'));
        self::assertFalse($this->browser->getResponse()->headers->has('Set-Cookie'), 'an anonymous visit gets no session');
    }

    public function testARequestWithoutTheSessionsTokenChangesNothing(): void
    {
        $project = $this->project();
        $this->browser->request('POST', "/projects/{$project->id()}/delete");
        self::assertResponseStatusCodeSame(403);
        $this->browser->request('POST', "/projects/{$project->id()}/delete", ['_token' => 'guessed']);
        self::assertResponseStatusCodeSame(403);
        self::assertSame('Mending certificates', $this->reload($project)->name());
        $this->browser->restart();
        $this->browser->request(
            'POST',
            '/sign-in',
            ['email' => 'x@tidewick.example', 'password' => 'x', '_token' => 'csrf-token'],
            server: ['HTTP_ORIGIN' => 'https://elsewhere.example'],
        );
        self::assertResponseStatusCodeSame(403, 'nor does one from another site');
    }

    public function testScriptsAreToldThatNobodyIsSignedInAndGetANewTokenAfterwards(): void
    {
        $project = $this->project("Full name\nNg");
        $this->browser->request('GET', '/sign-token');
        $told = json_decode($this->body(), true);
        self::assertSame($project->owner()->id(), $told['member']);
        self::assertNotSame('', $told['token']);
        $this->browser->restart();
        foreach (['HTTP_X_REQUESTED_WITH' => 'fetch', 'HTTP_HX_REQUEST' => 'true'] as $header => $value) {
            $this->browser->request('POST', "/projects/{$project->id()}/rows/edit", server: [$header => $value]);
            self::assertResponseStatusCodeSame(401);
            self::assertSame('You are signed out.', $this->body());
        }
        $this->browser->request('GET', '/sign-token');
        self::assertStringContainsString('"member":null,"token":null', $this->body());
    }
}
