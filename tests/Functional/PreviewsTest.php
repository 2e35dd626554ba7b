<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Delivery\Links\Links;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Runs\Runs\NewestFiles;
use Morphea\App\Runs\Runs\NewestRun;
use Morphea\App\Runs\Runs\RunDispatcher;
use Morphea\Tests\Tools;
use Symfony\Component\DomCrawler\Crawler;

/** Pieces on products, and the history in which all that was handed over is told. */
final class PreviewsTest extends AppTestCase
{
    public function testPreviewsAreARunOfTheirOwnAndAreNotHandedOver(): void
    {
        $project = $this->made();
        $address = "/projects/{$project->id()}/deliver/previews";
        $page = $this->browser->request('GET', "$address?product=mug");
        self::assertSame('Mug', $page->filter('.product.on')->text());
        $this->browser->request('GET', (string) $page->filter('#product-picture')->attr('src'));
        $seen = $this->body();
        self::assertSame([1200, 1200], \array_slice(getimagesizefromstring($seen) ?: [], 0, 2));
        $this->post($address, ['product' => 'mug']);
        self::assertResponseRedirects("/projects/{$project->id()}/press");
        $this->work();
        $files = Tools::unzip($this->download($project));
        $previews = array_filter($files, static fn (string $name): bool => str_ends_with($name, '.jpg'), \ARRAY_FILTER_USE_KEY);
        self::assertCount(2, $previews);
        self::assertLessThan(1.0, 100 * (1 - self::alike(reset($previews) ?: '', $seen)), 'what is made is what was seen');

        // The page of a piece shows the piece.
        $this->entities()->clear();
        $this->post("/projects/{$project->id()}/deliver/links", ['run' => '', 'until' => '']);
        $link = array_values(self::getContainer()->get(Links::class)->paths($project))[0];
        $page = $this->browser->request('GET', $link);
        self::assertSame('PDF', $page->filter('.fetch .kind')->text());
        // Press offers what it offered before.
        $page = $this->browser->request('GET', "/projects/{$project->id()}/press");
        self::assertSame('pdf', $page->filter('[name="formats[]"][checked]')->attr('value'));
        // Of rows of which nothing but a preview is there, nothing is handed over, linked in Rows, or known to be made.
        $this->entities()->getConnection()->executeStatement("DELETE FROM run WHERE purpose = 'pieces'");
        $this->entities()->getConnection()->executeStatement('DELETE FROM piece_link');
        $this->entities()->clear();
        $project = $this->reload($project);
        self::assertSame(0, self::getContainer()->get(Links::class)->give($project, null, null));
        self::assertSame([], self::getContainer()->get(NewestFiles::class)->links($project));
        self::assertFalse(self::getContainer()->get(NewestFiles::class)->any($project));
        self::assertNull(self::getContainer()->get(NewestRun::class)->changedSince($project));
        self::assertStringContainsString('nothing made', $this->browser->request('GET', "/projects/{$project->id()}/press")->text());
    }

    public function testAPieceLiesBetweenTheCornersOfAPictureOfOnesOwnAndSoaksInWhereItDoes(): void
    {
        $project = $this->made();
        $grey = imagecreatetruecolor(400, 300);
        imagefill($grey, 0, 0, (int) imagecolorallocate($grey, 120, 120, 120));
        ob_start();
        imagepng($grey);
        $desk = (string) ob_get_clean();
        $own = "/projects/{$project->id()}/deliver/previews/own";
        $this->post($own, [], ['picture' => $this->sent('<svg xmlns="http://www.w3.org/2000/svg"/>', 'desk.svg')]);
        self::assertStringContainsString('deliver/previews', (string) $this->browser->getResponse()->headers->get('Location'));
        self::assertNotSame('', $this->browser->followRedirect()->filter('.notice.bad')->text());
        $this->post($own, [], ['picture' => $this->sent($desk, 'desk.png')]);
        $page = $this->browser->followRedirect();
        self::assertSame(['120', '90'], [$page->filter('.mesh-point')->attr('data-x'), $page->filter('.mesh-point')->attr('data-y')]);
        $of = static fn (string $ink, array $points): string => (string) json_encode(
            ['picture' => 'desk.png', 'ink' => $ink, 'points' => $points],
        );
        $corners = [[[100, 60], [300, 60]], [[100, 200], [300, 200]]];
        $covered = $this->picture($project, $of('covers', $corners));
        self::assertSame([400, 300], [imagesx($covered), imagesy($covered)]);
        self::assertEqualsWithDelta(120, self::grey($covered, 60, 150), 6, 'beside it there is the desk');
        self::assertEqualsWithDelta(120, self::grey($covered, 310, 150), 6);
        self::assertGreaterThan(200, self::grey($covered, 130, 90), 'between them the paper covers it');
        $soaked = $this->picture($project, $of('soaks', $corners));
        $darker = self::grey($covered, 130, 90) * 120 / 255;
        self::assertEqualsWithDelta($darker, self::grey($soaked, 130, 90), 8, 'ink darkens what is there');
        self::assertEqualsWithDelta(120, self::grey($soaked, 60, 150), 6);
        // A mesh of the same plane shows the same, without seams.
        $mesh = [];
        foreach ([60, 95, 130, 165, 200] as $y) {
            $mesh[] = array_map(static fn (int $x): array => [$x, $y], [100, 150, 200, 250, 300]);
        }
        $bent = $this->picture($project, $of('covers', $mesh));
        $worst = 0;
        for ($y = 70; $y < 190; ++$y) {
            for ($x = 110; $x < 290; ++$x) {
                $worst = max($worst, abs(self::grey($bent, $x, $y) - self::grey($covered, $x, $y)));
            }
        }
        self::assertLessThan(40, $worst);

        $folded = $of('covers', [[[0, 0], [9, 0]], [[9, 9], [0, 9]]]);
        foreach (['{', $folded, str_replace('desk', 'gone', $of('covers', $corners))] as $bad) {
            $this->browser->request('GET', self::address($project, $bad));
            self::assertResponseStatusCodeSame(422);
            self::assertNotSame('', $this->body());
        }
        $this->post("/projects/{$project->id()}/deliver/previews", ['product' => '{']);
        self::assertStringContainsString('This product does not exist', $this->browser->followRedirect()->filter('#notices')->text());
    }

    public function testBacksAreSeenAndMadeToo(): void
    {
        $project = $this->starter('open-bench');
        $address = "/projects/{$project->id()}/deliver/previews";
        $seen = [];
        foreach (['Front', 'Back'] as $number => $name) {
            $page = $this->browser->request('GET', "$address?product=mug&row=2&page=$number");
            self::assertSame($name, $page->filter('.kinds a[aria-current]')->text());
            self::assertStringStartsWith("$name of row 2 on", (string) $page->filter('#product-picture')->attr('alt'));
            $this->browser->request('GET', (string) $page->filter('#product-picture')->attr('src'));
            $seen[] = $this->body();
        }
        self::assertGreaterThan(1.0, 100 * (1 - self::alike($seen[0], $seen[1])));
        $this->browser->request('GET', "$address/picture.jpg?product=mug&row=2&page=9");
        self::assertResponseIsSuccessful('a page it has not is the front');
        $this->post($address, ['product' => 'mug', 'pages' => '1']);
        $this->work();
        $files = Tools::unzip($this->download($project));
        self::assertCount($project->rowCount(), preg_grep('/\.jpg$/', array_keys($files)) ?: []);
    }

    public function testTheHistoryTellsWhatWasHandedOverOpenedAndTakenBack(): void
    {
        $project = $this->made();
        $this->post("/projects/{$project->id()}/deliver/links", ['run' => '', 'until' => '']);
        $link = array_values(self::getContainer()->get(Links::class)->paths($project))[1];
        $this->browser->restart();
        $this->browser->request('GET', $link);
        $this->browser->request('GET', $link);
        $this->entities()->clear();
        $this->browser->loginUser($this->entities()->getRepository(Member::class)->findOneBy(['name' => 'Isolde']) ?? self::fail());
        $this->post("/projects/{$project->id()}/deliver/links/back");
        $page = $this->browser->request('GET', "/projects/{$project->id()}/deliver/history");
        self::assertSame(
            ['2 pages were revoked.', 'The share page of “Ng” was opened for the first time.', '2 pages were created.'],
            $page->filter('tbody th')->each(static fn (Crawler $line): string => $line->text()),
        );
        self::assertSame('isolde@tidewick.example', $page->filter('tbody td')->eq(2)->text());
        $page = $this->browser->request('GET', "/projects/{$project->id()}/deliver/history?what=mail");
        self::assertStringContainsString('No events yet', $page->text());
        $page = $this->browser->request('GET', "/projects/{$project->id()}/deliver");
        self::assertStringContainsString('3 events', $page->filter('.ways')->text());
    }

    private function made(): Project
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register\nOttilie|7|clocks|2026-01-01|1\nNg|6|chairs|2026-01-01|2");
        self::getContainer()->get(RunDispatcher::class)->start($project, $this->orderOf('pdf', '{full_name}', 'all'));
        $this->work();
        $this->entities()->clear();

        return $project;
    }

    private function picture(Project $project, string $product): \GdImage
    {
        $this->browser->request('GET', self::address($project, $product));
        self::assertResponseIsSuccessful();

        return imagecreatefromstring($this->body()) ?: self::fail();
    }

    private static function address(Project $project, string $product): string
    {
        return "/projects/{$project->id()}/deliver/previews/picture.jpg?" . http_build_query(['product' => $product]);
    }

    private static function grey(\GdImage $image, int $x, int $y): float
    {
        $colour = (int) imagecolorat($image, $x, $y);

        return (($colour >> 16 & 255) + ($colour >> 8 & 255) + ($colour & 255)) / 3;
    }

    /** 0 to 1. */
    private static function alike(string $one, string $other): float
    {
        [$a, $b] = [imagecreatefromstring($one) ?: self::fail(), imagecreatefromstring($other) ?: self::fail()];
        $sum = 0.0;
        for ($i = 0; $i < 4_000; ++$i) {
            [$x, $y] = [$i * 37 % imagesx($a), $i * 53 % imagesy($a)];
            $sum += abs(self::grey($a, $x, $y) - self::grey($b, $x, $y)) / 255;
        }

        return 1 - $sum / 4_000;
    }
}
