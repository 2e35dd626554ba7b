<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Delivery\Email\EmlFile;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Account\PasswordRule;
use Morphea\App\Platform\Account\RateLimit;
use Morphea\App\Platform\Account\RateLimiter;
use Morphea\App\Platform\Account\SessionStore;
use Morphea\App\Platform\Account\SignController;
use Morphea\App\Platform\Account\SignUps;
use PHPUnit\Framework\Attributes\TestWith;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Process\Process;

final class AccountTest extends AppTestCase
{
    private const PASSWORD = 'needle-and-thread';

    public function testSomebodySignsUpSignsOutAndInAgainInWhateverCase(): void
    {
        $page = $this->browser->request('GET', '/sign-up');
        $this->browser->submit(
            $page
                ->selectButton('Make the account')
                ->form([
                    'sign_up_form[name]' => 'Tamsin',
                    'sign_up_form[email]' => 'Tamsin@Tidewick.example',
                    'sign_up_form[password]' => self::PASSWORD,
                ]),
        );
        $text = $this->browser->getCrawler()->text();
        self::assertStringContainsString('We sent an email to tamsin@tidewick.example.', $text);
        $find = fn (): ?Member => $this->entities()->getRepository(Member::class)->findOneBy(['email' => 'tamsin@tidewick.example']);
        self::assertNull($find(), 'until its owner says that the address is theirs');
        $this->work();
        $link = $this->mailed('Confirm your address for Morphea');
        $this->browser->request('GET', $link);
        self::assertNull($find(), 'looking at the page changes nothing');
        $this->browser->submit($this->browser->getCrawler()->selectButton('This is my address')->form());
        self::assertResponseRedirects('/');
        $member = $this->entities()
            ->getRepository(Member::class)
            ->findOneBy(['email' => 'tamsin@tidewick.example']);
        self::assertNotNull($member);
        self::assertStringNotContainsString('needle', $member->getPassword(), 'only a hash is kept');

        $page = $this->browser->followRedirect();
        $this->browser->submit($page->selectButton('Sign out')->form());
        $this->browser->request('GET', '/account');
        self::assertResponseRedirects('/sign-in?to=/account');
        $page = $this->browser->followRedirect();
        $this->browser->submit(
            $page->selectButton('Sign in')->form(['email' => 'tamsin@tidewick.example', 'password' => 'wrong']),
        );
        self::assertStringContainsString('not right', $this->body());
        self::assertSame(
            'tamsin@tidewick.example',
            $this->browser->getCrawler()->filter('#email')->attr('value'),
            'what was typed stays',
        );
        $this->browser->submit(
            $this->browser
                ->getCrawler()
                ->selectButton('Sign in')
                ->form(['email' => ' TAMSIN@tidewick.EXAMPLE ', 'password' => self::PASSWORD]),
        );
        self::assertResponseRedirects('/account', message: 'on to where they wanted to go');

        // The link is used up; and for an address that has an account the page says the same, and its owner the rest.
        $this->browser->request('GET', $link);
        self::assertStringContainsString('This link has expired or was used already', $this->body());
        $told = [];
        foreach (['TAMSIN@TIDEWICK.example', 'nobody@tidewick.example'] as $address) {
            $this->browser->restart();
            $this->browser->request(
                'POST',
                '/sign-up',
                ['sign_up_form' => ['name' => 'x', 'email' => $address, 'password' => self::PASSWORD, '_token' => 'csrf-token']],
                server: ['HTTP_ORIGIN' => 'http://localhost'],
            );
            $told[] = str_ireplace($address, 'them', $this->browser->getCrawler()->filter('[role="status"]')->text());
        }
        self::assertSame($told[0], $told[1]);
        $this->work();
        self::assertStringEndsWith('/sign-in', $this->mailed('You have an account with Morphea'));
    }

    /** The link in the newest email of a subject. */
    private function mailed(string $subject): string
    {
        foreach ($this->files()->listContents('mailbox') as $file) {
            $mail = EmlFile::of($this->files()->read($file->path()));
            if ($subject === $mail->headers['subject']) {
                self::assertSame(1, preg_match('~http://localhost(/\S+)~', $mail->text('text/plain'), $m));
                $link = $m[1];
            }
        }

        return $link ?? self::fail("There is no email “{$subject}”.");
    }

    #[TestWith(['//elsewhere.example'])]
    #[TestWith(['https://elsewhere.example/'])]
    #[TestWith(['/\\elsewhere.example'])]
    public function testSigningInLeadsNowhereElse(string $to): void
    {
        $this->tamsin();
        $this->signIn('tamsin@tidewick.example', self::PASSWORD, $to);
        self::assertResponseRedirects('/');
    }

    public function testWrongPasswordsAreSlowedForTheAddressInTheSameWordsWhetherItIsKnownOrNot(): void
    {
        $this->tamsin();
        $told = [];
        foreach (['tamsin@tidewick.example', 'nobody@tidewick.example'] as $address) {
            for ($i = 0; $i < 9; ++$i) {
                $told[$address][] = $this->signIn($address, "wrong $i");
            }
        }
        self::assertSame(
            ['The email address or the password is not right.'],
            array_values(array_unique(\array_slice($told['tamsin@tidewick.example'], 0, 8))),
        );
        self::assertSame('Too many wrong passwords. Wait 15 minutes and try again.', $told['tamsin@tidewick.example'][8]);
        self::assertSame($told['tamsin@tidewick.example'], $told['nobody@tidewick.example']);
        self::assertStringContainsString(
            'Too many wrong passwords',
            $this->signIn('Tamsin@TIDEWICK.example', self::PASSWORD),
            'not even the right one, in whatever case',
        );
        // From elsewhere its owner gets in: nobody can lock them out.
        $this->browser->setServerParameter('REMOTE_ADDR', '192.0.2.7');
        $this->signIn('tamsin@tidewick.example', self::PASSWORD);
        self::assertResponseRedirects('/');
    }

    public function testADeviceThatWasSignedInBeforeGetsInWhateverOthersFromTheSameNetworkTried(): void
    {
        $this->tamsin();
        $this->signIn('tamsin@tidewick.example', self::PASSWORD);
        $device = $this->browser->getCookieJar()->get('device');
        self::assertNotNull($device);
        self::assertTrue($device->isHttpOnly());
        $this->browser->restart();
        for ($i = 0; $i < 130; ++$i) {
            $this->signIn(0 === $i % 2 ? 'tamsin@tidewick.example' : "somebody$i@tidewick.example", 'wrong');
        }
        self::assertStringContainsString('Too many wrong passwords', $this->signIn('tamsin@tidewick.example', self::PASSWORD));
        $this->browser->getCookieJar()->set($device);
        // But it has no more tries than others, and none at other addresses.
        self::assertStringContainsString('Too many wrong passwords', $this->signIn('another@tidewick.example', 'wrong'));
        $this->signIn('tamsin@tidewick.example', self::PASSWORD);
        self::assertResponseRedirects('/');
        $this->browser->restart();
        $this->browser->getCookieJar()->set($device);
        for ($i = 0; $i < 8; ++$i) {
            self::assertStringContainsString('not right', $this->signIn('tamsin@tidewick.example', 'wrong'));
        }
        self::assertStringContainsString('Too many wrong passwords', $this->signIn('tamsin@tidewick.example', self::PASSWORD));
    }

    public function testOfManyAtOnceNoMoreAreTakenThanMayBe(): void
    {
        $limits = self::getContainer()->get(RateLimiter::class);
        $taken = array_map(static fn (int $i): int => $limits->take(RateLimit::Reset, 'a'), range(1, 5));
        self::assertSame([0, 0, 0], \array_slice($taken, 0, 3));
        self::assertGreaterThan(3_500, $taken[3]);
        self::assertSame(0, $limits->take(RateLimit::Reset, 'b'), 'somebody else');
        $limits->giveBack(RateLimit::Reset, 'a');
        self::assertSame(0, $limits->take(RateLimit::Reset, 'a'));
        self::assertGreaterThan(0, $limits->take(RateLimit::Reset, 'a'));
        $this->entities()->getConnection()->executeStatement('UPDATE rate_limit SET since = since - 3601');
        self::assertSame(0, $limits->take(RateLimit::Reset, 'a'), 'its hour is over');
        self::assertSame(0, $limits->take(RateLimit::Unsubscribe, 'a'));
        // Whole processes at once, on one row.
        $php = '$kernel = new Morphea\App\Kernel("test", true); $kernel->boot();' .
            '$limits = $kernel->getContainer()->get("test.service_container")->get(Morphea\App\Platform\Account\RateLimiter::class);' .
            '$limit = Morphea\App\Platform\Account\RateLimit::WrongCode;' .
            'for ($n = $i = 0; $i < 20; ++$i) $n += (int) (0 === $limits->take($limit, "c")); echo $n;';
        $processes = array_map(static function () use ($php): Process {
            $process = new Process([\PHP_BINARY, '-r', "require 'tests/bootstrap.php'; $php"], \dirname(__DIR__, 2));
            $process->start();

            return $process;
        }, range(1, 4));
        $sum = 0;
        foreach ($processes as $process) {
            $process->wait();
            $sum += (int) $process->getOutput();
        }
        self::assertSame(30, $sum);
    }

    public function testWrongPasswordsFromOnePlaceAreSlowedWhateverTheAddress(): void
    {
        for ($i = 0; $i < 60; ++$i) {
            $this->signIn("somebody$i@tidewick.example", 'wrong');
        }
        self::assertStringContainsString('Too many wrong passwords', $this->signIn('another@tidewick.example', 'wrong'));
    }

    public function testAnAccountOfOnesOwnGivesNoMoreTriesAtOthers(): void
    {
        $this->tamsin();
        for ($i = 0; $i < 60; ++$i) {
            $this->signIn("somebody$i@tidewick.example", 'wrong');
            if (9 === $i % 10) {
                $this->signIn('tamsin@tidewick.example', self::PASSWORD);
                $this->browser->restart();
            }
        }
        self::assertStringContainsString('Too many wrong passwords', $this->signIn('another@tidewick.example', 'wrong'));
    }

    public function testOneThatIsRightEndsTheCounting(): void
    {
        $this->tamsin();
        for ($i = 0; $i < 20; ++$i) {
            $this->signIn('tamsin@tidewick.example', 0 === $i % 4 ? self::PASSWORD : 'wrong');
            $this->browser->restart();
        }
        self::assertStringNotContainsString('Too many', $this->signIn('tamsin@tidewick.example', 'wrong'));
    }

    #[TestWith(['short', 'At least 10 characters.'])]
    #[TestWith(['aaaaaaaaaaaa', 'repeats the same few characters'])]
    #[TestWith(['brushbrushbrush', 'repeats the same part'])]
    #[TestWith(['1234567890', 'a row of keys'])]
    #[TestWith(['poiuytrewq', 'a row of keys'])]
    #[TestWith(['Password123!', 'tried first'])]
    #[TestWith(['P@$$w0rd2026', 'tried first'])]
    #[TestWith(['iloveyou1234', 'tried first'])]
    #[TestWith(['tamsin@tidewick.example', 'your own name or address'])]
    #[TestWith(['Tamsin1984', 'your own name or address'])]
    #[TestWith(['needle-and-thread', null])]
    #[TestWith(['корабль и чайка', null])]
    #[TestWith(['x7 kettle Quay', null])]
    public function testPasswordsThatAreSoonGuessedAreRefusedWithTheReason(string $password, ?string $words): void
    {
        $why = PasswordRule::refuses($password, ['tamsin@tidewick.example', 'Tamsin Oar']);
        null === $words ? self::assertNull($why) : self::assertStringContainsString($words, (string) $why);
    }

    public function testAFormThatCannotBeUsedSaysWhyAndSignUpsAreLimited(): void
    {
        $this->member('taken@tidewick.example');
        $page = $this->browser->request('GET', '/sign-up');
        $form = $page
            ->selectButton('Make the account')
            ->form([
                'sign_up_form[name]' => '',
                'sign_up_form[email]' => 'taken@tidewick.example',
                'sign_up_form[password]' => 'short',
            ]);
        $text = $this->browser->submit($form)->text();
        self::assertResponseStatusCodeSame(422);
        foreach (['Say what to call you', 'At least 10 characters'] as $words) {
            self::assertStringContainsString($words, $text);
        }
        for ($i = 0; $i < 12; ++$i) {
            $this->browser->submit($form);
        }
        self::assertStringContainsString('Too many accounts were made or tried from here.', $this->body());
        $this->browser->submit(
            $this->browser
                ->getCrawler()
                ->selectButton('Make the account')
                ->form([
                    'sign_up_form[name]' => 'New',
                    'sign_up_form[email]' => 'new@tidewick.example',
                    'sign_up_form[password]' => self::PASSWORD,
                ]),
        );
        self::assertNull(
            $this->entities()
                ->getRepository(Member::class)
                ->findOneBy(['email' => 'new@tidewick.example']),
        );
    }

    public function testWhoLeavesTakesTheirDataAlongAndLeavesNothing(): void
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register\nNg|6|chairs|2026-01-01|2");
        $this->entities()->clear();
        $member = $this->entities()->getRepository(Member::class)->findOneBy(['name' => 'Isolde']) ?? self::fail();
        $member->setPassword(self::getContainer()->get('security.user_password_hasher')->hashPassword($member, self::PASSWORD));
        $this->entities()->flush();
        $this->browser->loginUser($member);
        $this->post("/projects/{$project->id()}/deliver/form", ['title' => 'x', 'open' => '1', 'fields' => [
            ['asked' => '1', 'column' => 'full_name', 'label' => 'Your name', 'kind' => 'line'],
        ]]);
        // The same name in other letters is another file.
        $this->post("/projects/{$project->id()}/copy", ['rows' => '1']);
        $copy = $this->entities()->getConnection()->fetchOne('SELECT id FROM project WHERE id <> ?', [$project->id()]);
        $this->post("/projects/$copy/name", ['name' => mb_strtoupper($project->name())]);
        $this->post('/account/data');
        $address = (string) $this->browser->getResponse()->headers->get('Location');
        $this->work();
        $this->browser->request('GET', $address);
        self::assertStringContainsString('All your data are here', $this->body());
        $this->browser->request('GET', "$address/file");
        $path = (string) tempnam(sys_get_temp_dir(), 'all');
        file_put_contents($path, $this->browser->getInternalResponse()->getContent());
        $zip = new \ZipArchive();
        self::assertTrue($zip->open($path, \ZipArchive::CHECKCONS));
        $names = array_map(static fn (int $i): string => (string) $zip->getNameIndex($i), range(0, $zip->numFiles - 1));
        self::assertCount(2, preg_grep('~^projects/.+\.morphea$~', $names) ?: []);
        self::assertSame($names, array_values(array_intersect_key($names, array_unique(array_map(mb_strtolower(...), $names)))));
        self::assertStringContainsString('isolde@tidewick.example', (string) $zip->getFromName('account.csv'));
        self::assertStringNotContainsString('not a hash', (string) $zip->getFromName('account.csv'));
        unlink($path);

        // Asked twice, by the password; what others hold is said first.
        $page = $this->browser->request('GET', '/account/delete');
        self::assertStringContainsString('1 form that is open takes no answers any more', $page->text());
        $this->post('/account/delete', ['password' => 'wrong']);
        self::assertResponseStatusCodeSame(422);
        $this->post('/account/delete', ['password' => self::PASSWORD]);
        self::assertStringContainsString('Delete everything now?', $this->browser->getCrawler()->text());
        self::assertSame(2, (int) $this->entities()->getConnection()->fetchOne('SELECT COUNT(*) FROM project'));
        $this->entities()->clear();
        $this->post('/account/delete', ['password' => self::PASSWORD, 'sure' => '1']);
        self::assertResponseRedirects('/sign-in?left=1');
        foreach (['member', 'project', 'table_row', 'form', 'picture', 'session'] as $table) {
            self::assertSame(0, (int) $this->entities()->getConnection()->fetchOne("SELECT COUNT(*) FROM $table"), $table);
        }
        $this->browser->request('GET', '/account');
        self::assertResponseRedirects('/sign-in?to=/account');
    }

    public function testSigningUpCanBeClosed(): void
    {
        $controller = new SignController('closed');
        $controller->setContainer(self::getContainer());
        $container = self::getContainer();
        $container->get('request_stack')->push(Request::create('/sign-up'));
        $response = $controller->up(
            Request::create('/sign-up'),
            $container->get('security.user_password_hasher'),
            $container->get(SignUps::class),
            $container->get(RateLimiter::class),
        );
        self::assertSame(403, $response->getStatusCode());
        self::assertStringContainsString('closed signing up', (string) $response->getContent());
    }

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
        foreach (['wrong old one' => 'another one', self::PASSWORD => 'tried first'] as $old => $words) {
            $this->browser->submit($page->selectButton('Change it')->form(['old' => $old, 'new' => 'password2026']));
            self::assertStringContainsString($words, $this->browser->followRedirect()->filter('.notices')->text());
        }
        self::assertCount(1, array_filter($sessions->all($member), static fn (array $one): bool => 'elsewhere' === $one['id']));
        $this->browser->submit(
            $page->selectButton('Change it')->form(['old' => self::PASSWORD, 'new' => 'a kettle on the quay']),
        );
        self::assertStringContainsString(
            'You are signed out everywhere else.',
            $this->browser->followRedirect()->filter('.notices')->text(),
        );
        self::assertSame([], $sessions->all($member));
        $this->browser->restart();
        self::assertStringContainsString('not right', $this->signIn('tamsin@tidewick.example', self::PASSWORD));
        $this->signIn('tamsin@tidewick.example', 'a kettle on the quay');
        self::assertResponseRedirects('/');
    }

    public function testAForgottenPasswordIsSetAnewByAMailOnceAndWithinAnHour(): void
    {
        $this->tamsin();
        $words = [];
        foreach (['nobody@tidewick.example', 'TAMSIN@tidewick.example'] as $address) {
            $page = $this->browser->request('GET', '/sign-reset');
            $words[] = $this->browser
                ->submit($page->selectButton('Send the link')->form(['email' => $address]))
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
        $page = $this->browser->submit($page->selectButton('Set it')->form(['password' => 'tamsin1234']));
        self::assertStringContainsString('your own name', $page->text());
        $this->browser->submit($page->selectButton('Set it')->form(['password' => 'a kettle on the quay']));
        self::assertStringContainsString('The new password is set.', $this->browser->followRedirect()->text());
        $this->browser->request('GET', $m[1]);
        self::assertResponseStatusCodeSame(404);
        self::assertStringContainsString('This link holds no more', $this->body());
        $this->signIn('tamsin@tidewick.example', 'a kettle on the quay');
        self::assertResponseRedirects('/');
    }

    public function testMailsForOneAddressAreLimited(): void
    {
        for ($i = 0; $i < 4; ++$i) {
            $page = $this->browser->request('GET', '/sign-reset');
            $this->browser->submit($page->selectButton('Send the link')->form(['email' => 'nobody@tidewick.example']));
        }
        self::assertResponseStatusCodeSame(429);
        self::assertStringContainsString('asked for too often', $this->body());
    }

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

    private function tamsin(): Member
    {
        $member = new Member('tamsin@tidewick.example', 'Tamsin');
        $member->setPassword(self::getContainer()->get('security.user_password_hasher')->hashPassword($member, self::PASSWORD));
        $this->entities()->persist($member);
        $this->entities()->flush();

        return $member;
    }

    /** @return string what is told */
    private function signIn(string $email, string $password, string $to = ''): string
    {
        $fields = ['email' => $email, 'password' => $password, '_token' => 'csrf-token', 'to' => $to];
        $page = $this->browser
            ->request('POST', '/sign-in', $fields, server: ['HTTP_ORIGIN' => 'http://localhost'])
            ->filter('[role="alert"]');

        return 0 === $page->count() ? '' : $page->text();
    }
}
