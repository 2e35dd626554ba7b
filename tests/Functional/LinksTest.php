<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Delivery\Links\Links;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Runs\Runs\RunDispatcher;
use Morphea\Tests\Tools;
use PHPUnit\Framework\Attributes\Group;
use Symfony\Component\DomCrawler\Crawler;

/** Pages of pieces, for whoever has their address. */
final class LinksTest extends AppTestCase
{
    public function testEveryPieceHasAPageOfItsOwnWhichStrangersSeeAndWhichSaysNothingAboutOthers(): void
    {
        $project = $this->made();
        $page = $this->deliver($project);
        self::assertSame('3', $page->filter('.links tbody tr')->count() . '');
        $addresses = $page->filter('.links tbody td:first-of-type a')->each(static fn (Crawler $a): string => (string) $a->attr('href'));
        self::assertCount(3, array_unique($addresses));
        foreach ($addresses as $address) {
            self::assertMatchesRegularExpression('~^/s/[\w-]{22}$~', $address);
        }

        $this->browser->restart();
        $page = $this->browser->request('GET', $addresses[1]);
        self::assertResponseIsSuccessful();
        self::assertSame('Ng', $page->filter('h1')->text());
        self::assertSame([], $this->browser->getResponse()->headers->getCookies(), 'nobody is followed');
        self::assertSame('noindex, nofollow', $this->browser->getResponse()->headers->get('X-Robots-Tag'));
        foreach (['Ottilie', 'Влада', $project->id(), 'isolde@', 'Mending certificates'] as $others) {
            self::assertStringNotContainsString($others, $this->body());
        }
        self::assertSame('http://localhost' . $addresses[1] . '/0.png', $page->filter('meta[property="og:image"]')->attr('content'));
        $this->browser->request('GET', "$addresses[1]/0.png");
        $png = $this->body();
        self::assertSame([1600, 1131], \array_slice(getimagesizefromstring($png) ?: [], 0, 2));
        $this->browser->request('GET', "$addresses[1]/1.png");
        self::assertResponseStatusCodeSame(404, 'it has no back');

        // It was made into one PDF with the others: of it alone one is made.
        $this->browser->request('GET', $page->filter('.fetch a')->attr('href') ?? '');
        $pdf = $this->body();
        Tools::assertSoundPdf($pdf);
        self::assertSame(1, Tools::pages($pdf));
        self::assertStringContainsString('Ng', Tools::pdfText($pdf));
        self::assertStringNotContainsString('Ottilie', Tools::pdfText($pdf));

        // Counted, unless it is the owner who looks.
        $this->signedIn();
        $this->browser->request('GET', $addresses[1]);
        $rows = $this->deliver($project, give: false)->filter('.links tbody tr');
        self::assertSame(['1', '1'], $rows->eq(1)->filter('.num')->each(static fn (Crawler $td): string => $td->text()));
        self::assertSame(['0', '0'], $rows->eq(0)->filter('.num')->each(static fn (Crawler $td): string => $td->text()));
        self::assertStringContainsString('1 of 3 viewed', $this->browser->request('GET', "/projects/{$project->id()}/press")->text());
    }

    #[Group('stored')]
    public function testAPieceThatHasFilesOfItsOwnHandsThoseOutWithoutASession(): void
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register\nNg|6|chairs|2026-01-01|2");
        self::getContainer()->get(RunDispatcher::class)->start($project, $this->orderOf('pdfs', 'wall/{full_name}', 'all'));
        $this->work();
        $this->deliver($this->reload($project));
        $address = array_values(self::getContainer()->get(Links::class)->paths($project))[0];
        $this->browser->restart();
        $page = $this->browser->request('GET', $address);
        self::assertSame('Ng', $page->filter('h1')->text(), 'folders are how the owner keeps them');
        $this->browser->request('GET', "$address/files/0");
        self::assertResponseIsSuccessful();
        self::assertSame([], $this->browser->getResponse()->headers->getCookies());
        self::assertStringContainsString('noindex', (string) $this->browser->getResponse()->headers->get('X-Robots-Tag'));
        $pdf = $this->browser->getInternalResponse()->getContent();
        Tools::assertSoundPdf($pdf);
        self::assertStringContainsString('Ng', Tools::pdfText($pdf));
        $this->browser->request('GET', "$address/files/1");
        self::assertResponseStatusCodeSame(404);
    }

    #[Group('stored')]
    public function testALinkShowsTheNewestOrWhatOneRunMade(): void
    {
        $project = $this->made();
        $this->deliver($project);
        $newest = array_values(self::getContainer()->get(Links::class)->paths($project))[0];
        $run = $this->newestRun()->id();
        $this->post("/projects/{$project->id()}/deliver/links/back", ['link' => '1']);
        $this->post("/projects/{$project->id()}/deliver/links", ['run' => $run, 'until' => '']);
        $fixed = array_values(array_diff(self::getContainer()->get(Links::class)->paths($project), [$newest]));
        $first = array_values(array_filter($fixed, static fn (string $page): bool => $page !== $newest))[0];
        self::assertNotSame($newest, $first, 'what was taken back has another address then');
        $before = $this->heading($first);

        $this->entities()->getConnection()->executeStatement("UPDATE table_row SET cells = replace(cells, 'Ottilie', 'Otti')");
        $this->entities()->clear();
        $project = $this->reload($project);
        self::getContainer()->get(RunDispatcher::class)->start($project, $this->orderOf('pdf', '{full_name}', 'all'));
        $this->work();
        self::assertSame($before, $this->heading($first), 'as that run made it');
        self::assertSame('Ottilie', $before);
        $this->post("/projects/{$project->id()}/press/runs/$run/delete");
        $this->work();
        $this->browser->request('GET', $first);
        self::assertResponseStatusCodeSame(404);
        self::assertStringContainsString('have been deleted', $this->body());
    }

    #[Group('stored')]
    public function testPagesAreTakenBackOneByOneAndAllAndEndOnTheirDay(): void
    {
        $project = $this->made();
        $page = $this->deliver($project);
        $addresses = $page->filter('.links tbody td:first-of-type a')->each(static fn (Crawler $a): string => (string) $a->attr('href'));
        $first = (string) $page->filter('[name=link]')->first()->attr('value');
        $this->post("/projects/{$project->id()}/deliver/links/back", ['link' => $first]);
        $this->browser->request('GET', $addresses[0]);
        self::assertResponseStatusCodeSame(404);
        self::assertStringContainsString('was revoked', $this->body());
        $this->browser->request('GET', "$addresses[0]/0.png");
        self::assertResponseStatusCodeSame(404);
        $this->browser->request('GET', $addresses[1]);
        self::assertResponseIsSuccessful();

        $this->entities()->getConnection()->executeStatement("UPDATE piece_link SET expires_at = '2026-01-01 00:00:00'");
        $this->browser->request('GET', $addresses[1]);
        self::assertStringContainsString('has expired', $this->body());
        $this->post("/projects/{$project->id()}/deliver/links", ['run' => '', 'until' => '2020-01-01']);
        self::assertStringContainsString('Choose a day in the future', $this->browser->followRedirect()->text());
        $this->post("/projects/{$project->id()}/deliver/links", ['run' => '', 'until' => date('Y-m-d', time() + 86_400)]);
        self::assertStringContainsString('3 pages were created.', $this->browser->followRedirect()->text());
        $this->post("/projects/{$project->id()}/deliver/links/back");
        self::assertStringContainsString('pages were revoked', $this->browser->followRedirect()->text());
        self::assertSame([], self::getContainer()->get(Links::class)->paths($project));
    }

    public function testWhoDeletesAProjectIsToldWhatOthersHoldOfIt(): void
    {
        $project = $this->made();
        $said = function () use ($project): string {
            $this->signedIn();

            return $this->browser->request('GET', '/')->filter("#project-{$project->id()}")->text();
        };
        self::assertStringNotContainsString('will show nothing', $said());
        $this->signedIn();
        $this->deliver($project);
        self::assertStringContainsString('3 share pages will show nothing', $said());
    }

    public function testTheAddressIsAColumnInRowsAndInWhatIsWrittenOut(): void
    {
        $project = $this->made();
        $this->deliver($project);
        $pages = self::getContainer()->get(Links::class)->paths($project);
        $this->browser->request('GET', "/projects/{$project->id()}/rows/data");
        $data = json_decode($this->body(), true);
        self::assertTrue($data['links']['page']);
        self::assertSame(array_values($pages), array_map(static fn (array $row): string => $row['_links']['page']['page'], $data['rows']));
        $this->browser->request('GET', "/projects/{$project->id()}/rows/write.csv");
        $csv = $this->browser->getInternalResponse()->getContent();
        self::assertStringContainsString('Page', strtok($csv, "\n") ?: '');
        self::assertStringContainsString('http://localhost' . array_values($pages)[2], $csv);
    }

    #[Group('stored')]
    public function testPeopleFindTheirOwnPageByANameTheyKnow(): void
    {
        $project = $this->made();
        $this->deliver($project);
        $this->post("/projects/{$project->id()}/deliver/find", ['column' => 'full_name']);
        $page = $this->browser->followRedirect();
        $address = (string) $page->filter('#ways-find + form a')->attr('href');
        $this->browser->restart();
        $page = $this->browser->request('GET', $address);
        self::assertStringNotContainsString('Ottilie', $page->text(), 'there is no list to read');
        foreach (['Ott', 'OTTIL', 'lie', 'a', '%'] as $part) {
            $text = $this->browser->request('GET', "$address?name=" . rawurlencode($part))->text();
            self::assertStringContainsString('Nothing found', $text, 'a part of a name is no name');
        }
        $found = $this->browser->request('GET', "$address?name=" . rawurlencode('OTTÍLIE'));
        self::assertSame(['OTTÍLIE'], $found->filter('.found a')->each(static fn (Crawler $a): string => $a->text()), 'what was typed');
        $this->browser->request('GET', (string) $found->filter('.found a')->attr('href'));
        self::assertResponseIsSuccessful();

        // A part of it does with a second thing, which is asked for under its heading.
        $this->signedIn();
        $this->post("/projects/{$project->id()}/deliver/find", ['column' => 'full_name', 'second' => 'register']);
        $this->browser->restart();
        self::assertSame('Register', $this->browser->request('GET', $address)->filter('label[for="second"]')->text());
        $look = fn (string $name, string $second): string => $this->browser
            ->request('GET', "$address?name=$name&second=$second")
            ->filter('[role="status"], .found')
            ->text();
        self::assertSame('ott', $look('ott', '1'));
        self::assertStringContainsString('Nothing found', $look('ott', '2'));
        self::assertStringContainsString('Nothing found', $look('xyz', '1'));
        self::assertStringContainsString('and this: Register', $look('Ottilie', ''));
        self::assertStringContainsString('at least three characters', $look('ot', '1'));
        $this->signedIn();
        $this->change($project, ['op' => 'column-remove', 'key' => 'register']);
        $this->browser->restart();
        self::assertStringContainsString('Nothing found', $look('Ottilie', '1'), 'what is asked for and went lets nobody in by less');
        $this->signedIn();
        $this->post("/projects/{$project->id()}/deliver/find", ['column' => '']);
        $this->browser->request('GET', $address);
        self::assertResponseStatusCodeSame(404);
    }

    /** A project of three certificates, made into one PDF. */
    private function made(): Project
    {
        $project = $this->project(
            "Full name|Hours|Craft|Issued|Register\nOttilie|7|clocks|2026-01-01|1\nNg|6|chairs|2026-01-01|2\nВлада|5|radios|2026-01-01|3",
        );
        self::getContainer()->get(RunDispatcher::class)->start($project, $this->orderOf('pdf', '{full_name}', 'all'));
        $this->work();

        return $this->reload($project);
    }

    private function deliver(Project $project, bool $give = true): Crawler
    {
        if ($give) {
            $this->entities()->clear();
            $this->post("/projects/{$project->id()}/deliver/links", ['run' => '', 'until' => '']);
        }
        $page = $this->browser->request('GET', "/projects/{$project->id()}/deliver");
        self::assertResponseIsSuccessful();

        return $page;
    }

    private function heading(string $address): string
    {
        return $this->browser->request('GET', $address)->filter('h1')->text();
    }

    private function signedIn(): void
    {
        $this->entities()->clear();
        $this->browser->loginUser(
            $this->entities()->getRepository(Member::class)->findOneBy(['name' => 'Isolde']) ?? self::fail(),
        );
    }
}
