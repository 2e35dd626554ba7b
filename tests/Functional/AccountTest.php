<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Account\PasswordRule;
use Morphea\App\Platform\Account\RateLimiter;
use Morphea\App\Platform\Account\SignController;
use Morphea\App\Platform\Account\SignUps;
use Morphea\App\Platform\Language\Words;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\Attributes\TestWith;
use Symfony\Component\HttpFoundation\Request;

final class AccountTest extends AppTestCase
{
    use Accounts;

    public function testSomebodySignsUpSignsOutAndInAgainInWhateverCase(): void
    {
        $page = $this->browser->request('GET', '/sign-up');
        $this->browser->submit(
            $page
                ->selectButton('Create account')
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
        $this->browser->submit($this->browser->getCrawler()->selectButton('Confirm this address')->form());
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
        self::assertStringContainsString('is wrong', $this->body());
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
        self::assertStringContainsString('This link has expired or has already been used', $this->body());
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
        self::assertStringEndsWith('/sign-in', $this->mailed('You already have a Morphea account'));
    }

    #[TestWith(['short', 'too_short'])]
    #[TestWith(['aaaaaaaaaaaa', 'few_characters'])]
    #[TestWith(['brushbrushbrush', 'repeats'])]
    #[TestWith(['1234567890', 'row'])]
    #[TestWith(['poiuytrewq', 'row'])]
    #[TestWith(['Password123!', 'common'])]
    #[TestWith(['P@$$w0rd2026', 'common'])]
    #[TestWith(['iloveyou1234', 'common'])]
    #[TestWith(['tamsin@tidewick.example', 'own_name'])]
    #[TestWith(['Tamsin1984', 'own_name'])]
    #[TestWith(['needle-and-thread', null])]
    #[TestWith(['корабль и чайка', null])]
    #[TestWith(['x7 kettle Quay', null])]
    public function testPasswordsThatAreSoonGuessedAreRefusedWithTheReason(string $password, ?string $id): void
    {
        $why = PasswordRule::refuses($password, ['tamsin@tidewick.example', 'Tamsin Oar']);
        self::assertSame(null === $id ? null : "account.password.$id", $why?->id);
    }

    public function testAFormThatCannotBeUsedSaysWhyAndSignUpsAreLimited(): void
    {
        $this->member('taken@tidewick.example');
        $page = $this->browser->request('GET', '/sign-up');
        $form = $page
            ->selectButton('Create account')
            ->form([
                'sign_up_form[name]' => '',
                'sign_up_form[email]' => 'taken@tidewick.example',
                'sign_up_form[password]' => 'short',
            ]);
        $text = $this->browser->submit($form)->text();
        self::assertResponseStatusCodeSame(422);
        foreach (['Enter your name', 'At least 10 characters'] as $words) {
            self::assertStringContainsString($words, $text);
        }
        for ($i = 0; $i < 12; ++$i) {
            $this->browser->submit($form);
        }
        self::assertStringContainsString('Too many accounts were created from your network.', $this->body());
        $this->browser->submit(
            $this->browser
                ->getCrawler()
                ->selectButton('Create account')
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

    #[Group('stored')]
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
        self::assertStringContainsString('Your data is ready', $this->body());
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
        self::assertStringContainsString('1 open form will take no more responses', $page->text());
        $this->post('/account/delete', ['password' => 'wrong']);
        self::assertResponseStatusCodeSame(422);
        $this->post('/account/delete', ['password' => self::PASSWORD]);
        self::assertStringContainsString('Delete everything?', $this->browser->getCrawler()->text());
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
            $container->get(Words::class),
        );
        self::assertSame(403, $response->getStatusCode());
        self::assertStringContainsString('closed sign-up', (string) $response->getContent());
    }
}
