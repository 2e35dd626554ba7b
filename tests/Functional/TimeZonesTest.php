<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Delivery\Forms\Forms;
use Morphea\App\Delivery\Schedule\PostScheduler;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Project\Projects\Project;
use PHPUnit\Framework\Attributes\Group;

/** Everyone reads times in their own zone, and says them in it. */
final class TimeZonesTest extends AppTestCase
{
    use Accounts;

    private const TOKYO = 'Asia/Tokyo';

    #[Group('stored')]
    public function testAMemberReadsTimesInTheirZone(): void
    {
        $project = $this->project("Full name\nAda");
        $this->post("/projects/{$project->id()}/deliver/form", [
            'title' => 'Guild',
            'fields' => [['asked' => '1', 'column' => 'full_name', 'label' => 'Name', 'kind' => 'line']],
            'open' => '1',
        ]);
        $this->entities()->getConnection()->executeStatement("UPDATE happening SET at = '2026-03-01 18:30:00'");
        self::assertStringContainsString('1 March 2026 at 18:30', $this->log($project));
        $this->lives(self::TOKYO);
        self::assertStringContainsString('2 March 2026 at 03:30', $this->log($project));
        $this->lives('America/St_Johns');
        self::assertStringContainsString('1 March 2026 at 15:00', $this->log($project));
        $page = $this->browser->request('GET', '/account');
        self::assertSame('America/St_Johns', $page->filter('#zone option[selected]')->attr('value'));
        $this->lives('Moon/Tranquillity');
        self::assertStringContainsString(
            'Choose a time zone from the list.',
            $this->browser->followRedirect()->filter('#notices')->text(),
        );
        self::assertStringContainsString('15:00', $this->log($project), 'the one before is kept');
    }

    public function testTheZoneOfTheBrowserIsTakenAtTheFirstSignInAndKeptFromThen(): void
    {
        $id = $this->tamsin()->id();
        $zone = fn (): ?string => $this->entities()->find(Member::class, $id)?->zone();
        foreach (['' => null, 'Moon/Tranquillity' => null, self::TOKYO => self::TOKYO, 'Europe/Berlin' => self::TOKYO] as $said => $kept) {
            $this->browser->restart();
            self::assertSame('', $this->signIn('tamsin@tidewick.example', self::PASSWORD, zone: $said));
            $this->entities()->clear();
            self::assertSame($kept, $zone(), "after “{$said}”");
            $told = str_contains($this->browser->followRedirect()->filter('#notices')->text(), 'Times are now in');
            self::assertSame($said === $kept, $told, 'told once, when it is taken');
        }
    }

    public function testTheTimesOfAFormAndOfAScheduleAreInTheZoneOfTheirOwner(): void
    {
        $project = $this->project("Full name\nAda");
        $this->lives(self::TOKYO);
        $year = (int) date('Y') + 1;
        $form = [
            'title' => 'Guild',
            'fields' => [['asked' => '1', 'column' => 'full_name', 'label' => 'Name', 'kind' => 'line']],
            'opens' => "$year-12-24T08:00",
        ];
        $this->post("/projects/{$project->id()}/deliver/form", $form + ['open' => '1']);
        $page = $this->browser->request('GET', "/projects/{$project->id()}/deliver/form");
        self::assertSame("$year-12-24T08:00", $page->filter('#opens')->attr('value'), 'it stands as it was said');
        self::assertStringContainsString(self::TOKYO, $page->filter('#times-hint')->text());
        $kept = self::getContainer()->get(Forms::class)->order($this->reload($project))->opens;
        self::assertSame("$year-12-23 23:00", $kept?->setTimezone(new \DateTimeZone('UTC'))->format('Y-m-d H:i'));
        // Who is asked reads it in the zone of who asks.
        $address = (string) $page->filter('.rule a[href*="/answer/"]')->attr('href');
        $this->browser->restart();
        $this->browser->request('GET', $address);
        self::assertStringContainsString("This form opens on 24 December $year at 08:00", $this->body());

        $rule = self::getContainer()->get(PostScheduler::class)->order($this->reload($project));
        self::assertSame(self::TOKYO, $rule->from->getTimezone()->getName());
    }

    #[Group('stored')]
    public function testAProjectCanHaveAZoneOfItsOwn(): void
    {
        $project = $this->project("Full name\nAda");
        $this->lives('Europe/Lisbon');
        $deliver = "/projects/{$project->id()}/deliver";
        self::assertSame('Europe/Lisbon', $this->chosen($deliver), 'that of its owner at first');
        $this->post("$deliver/language", ['language' => 'en', 'zone' => 'Europe/Lisbon']);
        $this->lives('Europe/Madrid');
        self::assertSame('Europe/Madrid', $this->reload($project)->zone(), 'saved as it stood, it follows its owner');

        $this->post("$deliver/language", ['language' => 'en', 'zone' => self::TOKYO]);
        $this->lives('Europe/Lisbon');
        self::assertSame(self::TOKYO, $this->reload($project)->zone());
        self::assertSame(self::TOKYO, $this->chosen($deliver));
        foreach (['form', 'calendar', 'automation'] as $page) {
            $this->browser->request('GET', "$deliver/$page");
            self::assertStringContainsString('Times are in Asia/Tokyo.', $this->body(), $page);
        }
        $rule = self::getContainer()->get(PostScheduler::class)->order($this->reload($project));
        self::assertSame(self::TOKYO, $rule->from->getTimezone()->getName());

        $this->post("$deliver/language", ['language' => 'fr', 'zone' => 'Moon/Tranquillity']);
        self::assertStringContainsString('Choose a time zone', $this->browser->followRedirect()->filter('#notices')->text());
        self::assertSame('en', $this->reload($project)->language()->value);
        self::assertSame(self::TOKYO, $this->reload($project)->zone());
    }

    private function chosen(string $page): ?string
    {
        return $this->browser->request('GET', $page)->filter('#zone option[selected]')->attr('value');
    }

    private function lives(string $zone): void
    {
        $this->browser->loginUser($this->entities()->getRepository(Member::class)->findOneBy([]) ?? self::fail());
        $this->post('/account/language', ['language' => 'en', 'zone' => $zone]);
    }

    private function log(Project $project): string
    {
        return $this->browser->request('GET', "/projects/{$project->id()}/deliver/history")->filter('main')->text();
    }
}
