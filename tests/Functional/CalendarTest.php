<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use League\Flysystem\FilesystemOperator;
use Morphea\App\Delivery\Schedule\BoardChannel;
use Morphea\App\Delivery\Schedule\PostRepository;
use Morphea\App\Delivery\Schedule\PublishDuePosts;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Runs\Runs\RunDispatcher;
use Morphea\Core\Tests\English;
use PHPUnit\Framework\Attributes\Group;
use Sabre\VObject\Reader;
use Symfony\Component\DomCrawler\Crawler;
use Symfony\Component\Messenger\MessageBusInterface;

/** Pieces dealt over days and times, moved, and posted when it is their turn. */
final class CalendarTest extends AppTestCase
{
    #[Group('stored')]
    public function testPiecesAreDealtMovedWrittenOutAndPostedOnce(): void
    {
        $project = $this->made();
        $address = "/projects/{$project->id()}/deliver/calendar";
        self::assertStringContainsString('No posts scheduled yet', $this->browser->request('GET', $address)->text());
        $monday = new \DateTimeImmutable('next monday +1 week');
        $this->deal($project, ['from' => $monday->format('Y-m-d'), 'kind' => 'craft']);
        self::assertStringContainsString('4 posts were scheduled.', $this->browser->followRedirect()->filter('#notices')->text());
        $this->entities()->clear();
        $month = $this->browser->request('GET', "$address?month=" . $monday->format('Y-m'));
        $posts = $month->filter('.post');
        self::assertSame('18:00 Ada ⚠', $posts->first()->text());
        self::assertStringContainsString('characters too many', (string) $posts->first()->attr('aria-label'));
        $this->deal($project, ['from' => $monday->format('Y-m-d')]);
        self::assertStringContainsString('is already on the schedule', $this->browser->followRedirect()->filter('#notices')->text());

        // To another day, which leaves a gap; not to one that has gone by.
        $all = fn (): array => self::getContainer()->get(PostRepository::class)->all($project);
        $order = array_map(static fn ($post): string => $post->kind, $all());
        self::assertSame(['clocks', 'chairs', 'clocks', 'chairs'], $order);
        $first = $all()[1];
        $day = $first->at->modify('+1 day')->format('Y-m-d');
        $page = $this->post("$address/$first->id/move", ['day' => $day, 'month' => $monday->format('Y-m')]);
        self::assertSame($day, $page->filter("#post-$first->id")->closest('td')?->attr('data-day'));
        $page = $this->post("$address/$first->id/move", ['day' => '2020-01-01']);
        self::assertStringContainsString('This time has passed', $page->text());
        $this->post("$address/{$all()[3]->id}/remove");
        self::assertCount(3, $all());
        $text = $this->browser->request('GET', "$address/{$all()[0]->id}")->text();
        self::assertStringContainsString('Ada mended clocks. #clocks #mending', $text);
        $this->browser->request('GET', "$address/{$all()[0]->id}/picture.png");
        self::assertSame(1600, (getimagesizefromstring($this->body()) ?: [0])[0]);

        $this->browser->request('GET', "$address/posts.ics");
        $ics = Reader::read($this->body());
        self::assertSame([], $ics->validate());
        self::assertCount(3, $ics->select('VEVENT'));
        $event = $ics->select('VEVENT')[0] ?? self::fail();
        self::assertStringContainsString('Ada mended clocks.', $event->select('DESCRIPTION')[0]->getValue());
        self::assertSame($all()[0]->at->format('U'), $event->select('DTSTART')[0]->getDateTime()->format('U'));
        $this->browser->request('GET', "$address/posts.csv");
        self::assertStringContainsString("'=Evil", $this->body(), 'what a spreadsheet would run is made harmless');

        // Its time has come. What is too long for its channel does not go; mended, it is on the board, once, whoever asks.
        $this->post("$address/turn", ['on' => '1']);
        $now = fn (): int => (int) $this->entities()->getConnection()->executeStatement('UPDATE post SET at = ? WHERE id = ?', [
            date('Y-m-d H:i:s', time() - 60),
            $all()[0]->id,
        ]);
        $now();
        self::getContainer()->get(MessageBusInterface::class)->dispatch(new PublishDuePosts($project->id()));
        $this->work();
        self::assertSame(
            'Its text is 16 characters too long. Shorten it, then give the post another time.',
            English::say($all()[0]->error),
        );
        $shown = $this->browser->request('GET', "$address/{$all()[0]->id}")->text();
        self::assertStringContainsString('Its text is 16 characters too long.', $shown, 'a kept reason is read as a sentence');
        $this->deal($project, ['letters' => '60', 'keep' => '1']);
        $day = date('Y-m-d', time() + 86_400);
        $this->post("$address/{$all()[0]->id}/move", ['day' => $day]);
        $now();
        $one = $this->worker();
        $two = $this->worker();
        $one->start();
        $two->start();
        for ($until = microtime(true) + 60; 'posted' !== $all()[0]->state->value && microtime(true) < $until;) {
            usleep(50_000);
        }
        $one->stop(5, \SIGTERM);
        $two->stop(5, \SIGTERM);
        $post = $all()[0];
        self::assertSame('posted', $post->state->value);
        self::assertSame(1, $post->tries);

        // As if its worker had died before it could note it: the channel knows its sign, and the history tells it once.
        $this->entities()->getConnection()->executeStatement("UPDATE post SET state = 'planned' WHERE id = ?", [$post->id]);
        self::getContainer()->get(MessageBusInterface::class)->dispatch(new PublishDuePosts($project->id()));
        $this->work();
        self::assertSame('posted', $all()[0]->state->value);
        $history = $this->browser->request('GET', "/projects/{$project->id()}/deliver/history?what=calendar")->text();
        self::assertSame(1, substr_count($history, 'was posted'));
        $files = self::getContainer()->get(FilesystemOperator::class);
        $said = json_decode($files->read(BoardChannel::FOLDER . "/$post->sign.json"), true);
        self::assertSame("Ada mended clocks.\n\n#clocks #mending", $said['text']);
        self::assertSame('image/png', getimagesizefromstring($files->read(BoardChannel::FOLDER . "/$post->sign.png"))['mime'] ?? '');
        self::assertSame(['planned', 'planned'], array_map(static fn ($one): string => $one->state->value, \array_slice($all(), 1)));
        $page = $this->post("$address/$post->id/move", ['day' => date('Y-m-d', time() + 86_400 * 9)]);
        self::assertStringContainsString('has been published in the meantime', $page->text());
    }

    #[Group('stored')]
    public function testAPostKeepsItsSignWhateverIsDealtAnewTakenOutAndPutBack(): void
    {
        $project = $this->made();
        $address = "/projects/{$project->id()}/deliver/calendar";
        $this->deal($project, ['letters' => '200']);
        $store = self::getContainer()->get(PostRepository::class);
        $signs = static fn (): array => array_column($store->all($project), 'sign', 'row');
        $before = $signs();
        self::assertCount(4, $before);
        $this->deal($project, ['letters' => '200', 'anew' => '1', 'kind' => 'craft']);
        self::assertEqualsCanonicalizing($before, $signs());
        $first = $store->all($project)[0];
        $this->post("$address/$first->id/remove");
        self::assertCount(3, $store->all($project));
        $this->browser->request('GET', "$address/$first->id");
        self::assertResponseStatusCodeSame(404);
        $this->deal($project, ['letters' => '200']);
        $after = $signs();
        ksort($before);
        ksort($after);
        self::assertSame($before, $after, 'a channel that took it already knows it again');
    }

    #[Group('stored')]
    public function testWhatIsOverdueIsAskedAboutAndNeverGoesLate(): void
    {
        $project = $this->made();
        $address = "/projects/{$project->id()}/deliver/calendar";
        $this->deal($project, ['letters' => '200']);
        $store = self::getContainer()->get(PostRepository::class);
        $late = fn (string $at, int $rows): int => (int) $this->entities()->getConnection()->executeStatement(
            'UPDATE post SET at = ? WHERE row_id <= ?',
            [date('Y-m-d H:i:s', (int) strtotime($at)), $rows],
        );
        // Switched on with two that are overdue, it asks first; left out, they are out.
        $late('-1 hour', 2);
        $this->post("$address/turn", ['on' => '1']);
        self::assertStringContainsString('2 posts are overdue', $this->browser->followRedirect()->filter('#overdue')->text());
        self::assertNull($store->on($project->id()));
        $until = (string) $this->browser->getCrawler()->filter('[name="until"]')->attr('value');
        $this->post("$address/turn", ['on' => '1', 'overdue' => 'leave', 'until' => $until]);
        self::assertNotNull($store->on($project->id()));
        self::assertSame(['planned', 'planned'], $this->states());

        // While it is on, what is a little late goes; what is too late waits for an answer.
        $this->deal($project, ['letters' => '200']);
        $late('-7 hours', 2);
        $late('-1 hour', 1);
        self::getContainer()->get(MessageBusInterface::class)->dispatch(new PublishDuePosts($project->id()));
        $this->work();
        self::assertSame(1, array_count_values($this->states())['posted'] ?? 0);
        self::assertStringContainsString('1 post is overdue', $this->browser->request('GET', $address)->filter('#overdue')->text());
        $this->post("$address/turn", ['on' => '1', 'overdue' => 'spread', 'until' => (string) time()]);
        $posts = $store->all($project);
        self::assertCount(4, $posts);
        foreach ($posts as $post) {
            self::assertTrue('posted' === $post->state->value || $post->at > new \DateTimeImmutable());
        }
        $late('-7 hours', 2);
        $this->post("$address/turn", ['on' => '1', 'overdue' => 'now', 'until' => (string) time()]);
        self::getContainer()->get(MessageBusInterface::class)->dispatch(new PublishDuePosts($project->id()));
        $this->work();
        self::assertSame(2, array_count_values($this->states())['posted'] ?? 0);
    }

    public function testTheCalendarFileSaysWhatItsZoneMeans(): void
    {
        $project = $this->made();
        $this->post('/account/language', ['language' => 'en', 'zone' => 'Europe/Lisbon']);
        $this->deal($project, ['letters' => '200', 'from' => date('Y-m-d', (int) strtotime('next monday +1 week'))]);
        $this->browser->request('GET', "/projects/{$project->id()}/deliver/calendar/posts.ics");
        $ics = Reader::read($this->body());
        self::assertSame([], $ics->validate());
        self::assertCount(1, $ics->select('VTIMEZONE'));
        self::assertStringContainsString('TZID:Europe/Lisbon', $this->body());
        self::assertStringContainsString("BEGIN:DAYLIGHT\r\n", $this->body());
        self::assertStringContainsString('TZOFFSETTO:+0100', $this->body());
        self::assertStringContainsString('DTSTART;TZID=Europe/Lisbon:', $this->body());
    }

    public function testWhatCannotBeDealtIsSaid(): void
    {
        $project = $this->made();
        foreach ([[['aWeek' => '9'], 'have room for 3 posts per week'], [['times' => 'noon'], 'not a time of day']] as [$said, $says]) {
            $this->deal($project, $said);
            self::assertStringContainsString($says, $this->browser->followRedirect()->filter('#notices')->text());
        }
        self::assertSame([], self::getContainer()->get(PostRepository::class)->all($project));
    }

    /**
     * @phpstan-impure
     *
     * @return list<string> of the posts in the calendar, by time
     */
    private function states(): array
    {
        return array_map(strval(...), $this->entities()->getConnection()->fetchFirstColumn(
            "SELECT state FROM post WHERE state <> 'removed' ORDER BY at, id",
        ));
    }

    private function made(): Project
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register\nAda|6|clocks|2026-01-01|2\n" .
            "Bo|6|clocks|2026-01-01|3\n=Evil|6|chairs|2026-01-01|4\nDov|6|chairs|2026-01-01|5");
        self::getContainer()->get(RunDispatcher::class)->start($project, $this->orderOf('pdf', '{full_name}', 'all'));
        $this->work();
        $this->entities()->clear();

        return $project;
    }

    /** @param array<string, mixed> $said */
    private function deal(Project $project, array $said): Crawler
    {
        $this->entities()->clear();

        return $this->post("/projects/{$project->id()}/deliver/calendar", $said + [
            'days' => ['1', '3', '5'],
            'times' => '18:00',
            'aWeek' => '3',
            'aDay' => '1',
            'letters' => '20',
            'words' => (string) json_encode([
                ['column' => 'full_name', 'shown' => 'as-written'],
                ['words' => ' mended '],
                ['column' => 'craft', 'shown' => 'as-written'],
                ['words' => '.'],
            ]),
            'tags' => (string) json_encode([['column' => 'craft', 'shown' => 'as-written'], ['words' => ' mending']]),
        ]);
    }
}
