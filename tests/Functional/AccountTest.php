<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Account\SignController;
use Morphea\App\Entity\Member;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\HttpFoundation\Request;

final class AccountTest extends AppTestCase
{
    public function testSomebodySignsUpSignsOutAndInAgain(): void
    {
        $page = $this->browser->request('GET', '/sign-up');
        $this->browser->submit($page->selectButton('Make the account')->form(['sign_up_form[name]' => 'Tamsin', 'sign_up_form[email]' => 'Tamsin@Tidewick.example', 'sign_up_form[password]' => 'needle-and-thread']));
        self::assertResponseRedirects('/');
        $member = $this->entities()->getRepository(Member::class)->findOneBy(['email' => 'tamsin@tidewick.example']);
        self::assertNotNull($member);
        self::assertStringNotContainsString('needle', $member->getPassword(), 'only a hash is kept');

        $page = $this->browser->followRedirect();
        $this->browser->submit($page->selectButton('Sign out Tamsin')->form());
        $this->browser->request('GET', '/');
        self::assertResponseRedirects('/sign-in');

        $page = $this->browser->followRedirect();
        $this->browser->submit($page->selectButton('Sign in')->form(['email' => 'tamsin@tidewick.example', 'password' => 'wrong']));
        self::assertStringContainsString('not right', $this->browser->followRedirect()->text());
        $page = $this->browser->request('GET', '/sign-in');
        $this->browser->submit($page->selectButton('Sign in')->form(['email' => 'tamsin@tidewick.example', 'password' => 'needle-and-thread']));
        self::assertStringContainsString('Sign out Tamsin', $this->browser->followRedirect()->text());
    }

    public function testAFormThatCannotBeUsedSaysWhy(): void
    {
        $this->member('taken@tidewick.example');
        $page = $this->browser->request('GET', '/sign-up');
        $text = $this->browser->submit($page->selectButton('Make the account')->form(['sign_up_form[name]' => '', 'sign_up_form[email]' => 'taken@tidewick.example', 'sign_up_form[password]' => 'short']))->text();
        self::assertResponseStatusCodeSame(422);
        foreach (['Say what to call you', 'an account with this address already', 'At least 10 characters'] as $words) {
            self::assertStringContainsString($words, $text);
        }
    }

    public function testSigningUpCanBeClosed(): void
    {
        $controller = new SignController('closed');
        $controller->setContainer(self::getContainer());
        $container = self::getContainer();
        $container->get('request_stack')->push(Request::create('/sign-up'));
        $response = $controller->up(Request::create('/sign-up'), $this->entities(), $container->get('security.user_password_hasher'), $container->get(Security::class));
        self::assertSame(403, $response->getStatusCode());
        self::assertStringContainsString('closed signing up', (string) $response->getContent());
    }

    public function testARequestWithoutTheSessionsTokenChangesNothing(): void
    {
        $project = $this->project();
        $this->browser->request('POST', "/projects/{$project->id()}/delete");
        self::assertResponseStatusCodeSame(403);
        $this->browser->request('POST', "/projects/{$project->id()}/delete", ['_token' => 'guessed']);
        self::assertResponseStatusCodeSame(403);
        self::assertSame('Mending certificates', $this->reload($project)->name());
    }
}
