<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Bench\ProjectMaker;
use Morphea\App\Bench\StarterShelf;
use Morphea\App\Entity\Member;
use Morphea\App\Entity\Project;
use Morphea\App\Entity\Run;
use Morphea\App\Import\MorpheaFile;
use Morphea\Core\Data\TableBuilder;
use Morphea\Tests\TestDatabase;
use Symfony\Bundle\FrameworkBundle\KernelBrowser;
use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;
use Symfony\Component\DomCrawler\Crawler;

/** A fresh database for each test, and short ways to what tests need. */
abstract class AppTestCase extends WebTestCase
{
    protected KernelBrowser $browser;

    protected function setUp(): void
    {
        TestDatabase::fresh();
        $this->browser = self::createClient();
        $this->browser->disableReboot();
    }

    protected function member(string $email = 'isolde@tidewick.example'): Member
    {
        $member = new Member('' === $email ? 'x@tidewick.example' : $email, 'Isolde');
        $member->setPassword('not a hash, so nobody signs in with it');
        $this->entities()->persist($member);
        $this->entities()->flush();

        return $member;
    }

    /** Signs in a member with a certificate project; with `$rows`, they take the place of the sixty. */
    protected function project(?string $rows = null, string $email = 'isolde@tidewick.example'): Project
    {
        $member = $this->member($email);
        $this->browser->loginUser($member);
        $file = self::getContainer()->get(StarterShelf::class)->load('mending-certificate');
        self::assertNotNull($file);
        $table = null === $rows ? $file->table : (new TableBuilder())->build(array_map(static fn (string $line): array => explode('|', $line), explode("\n", $rows)));

        return self::getContainer()->get(ProjectMaker::class)->fromFile($member, new MorpheaFile($file->template, $file->pictures, $table), 'volunteers.csv');
    }

    protected function entities(): EntityManagerInterface
    {
        return self::getContainer()->get(EntityManagerInterface::class);
    }

    /**
     * @param array<string, mixed> $fields
     * @param array<string, mixed> $files
     */
    protected function post(string $address, array $fields = [], array $files = []): Crawler
    {
        return $this->browser->request('POST', $address, $fields, $files, ['HTTP_X_CSRF_TOKEN' => $this->token()]);
    }

    /** A token the session of the signed-in member holds: taken from a page, as a browser would. */
    protected function token(): string
    {
        $page = $this->browser->request('GET', '/');
        $token = $page->filter('input[name=_token]')->first()->attr('value');
        self::assertNotNull($token);

        return $token;
    }

    protected function reload(Project $project): Project
    {
        $this->entities()->clear();

        return $this->entities()->find(Project::class, $project->id()) ?? self::fail('The project is gone.');
    }

    protected function newestRun(): Run
    {
        $this->entities()->clear();

        return $this->entities()->getRepository(Run::class)->findOneBy([], ['number' => 'DESC']) ?? self::fail('There is no run.');
    }

    protected function body(): string
    {
        return (string) $this->browser->getResponse()->getContent();
    }
}
