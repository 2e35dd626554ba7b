<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use League\Flysystem\FilesystemOperator;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\App\Platform\Jobs\FailedMessageListener;
use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Platform\Jobs\JobKindRegistry;
use Morphea\App\Platform\Jobs\JobRecorder;
use Morphea\App\Platform\Jobs\LogContext;
use Morphea\App\Platform\Jobs\ProgressReporter;
use Morphea\App\Platform\Jobs\RunJob;
use Morphea\App\Platform\Jobs\RunJobHandler;
use Morphea\App\Platform\Jobs\Task;
use Morphea\App\Project\Assets\PictureImporter;
use Morphea\App\Project\Assets\PictureStore;
use Morphea\App\Project\Assets\StoredPicture;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;
use Psr\Log\LoggerInterface;
use Symfony\Component\Lock\LockFactory;
use Symfony\Component\Messenger\Envelope;
use Symfony\Component\Messenger\Event\WorkerMessageFailedEvent;

/** Hundreds of pictures at once: brought in by a worker, watched, stopped. */
final class ManyPicturesTest extends AppTestCase
{
    public function testManyPicturesComeInInTheBackgroundFromTheLibrary(): void
    {
        $project = $this->project();
        $this->post(
            "/projects/{$project->id()}/library",
            [],
            [
                'pictures' => [
                    $this->sent($this->zip(30, ['notes.txt' => 'hello']), 'photos.zip'),
                    $this->sent('no picture', 'odd.png'),
                ],
            ],
        );
        self::assertStringContainsString('waiting for a worker', $this->body());
        self::assertCount(2, $this->names($project), 'nothing came in yet but what the starter has');
        $address = $this->address();
        $this->work();
        $this->browser->request('GET', $address);
        self::assertSame('#library-body', $this->browser->getCrawler()->filter('[hx-trigger="load"]')->attr('hx-target'));
        $after = (string) $this->browser->getCrawler()->filter('[hx-trigger="load"]')->attr('hx-get');
        $this->browser->request('GET', $after);
        self::assertStringContainsString('30 files imported.', $this->body());
        self::assertStringContainsString('“notes.txt” is not a usable picture.', $this->body());
        self::assertStringContainsString('“odd.png” is not a usable picture.', $this->body());
        self::assertCount(32, $this->names($project));
        $this->browser->request('GET', $after);
        self::assertStringNotContainsString('files imported.', $this->body(), 'told once');
    }

    public function testFromTheRowsRecipesFindThemAndThePageGoesOnByItself(): void
    {
        $project = $this->project("Full name|Thing\nNg|thing-7\nOar|THING 11");
        $this->change($project, [
            'op' => 'column-add',
            'heading' => 'Photo',
            'recipe' => ['recipe' => 'picture', 'column' => 'thing'],
        ]);
        $this->post(
            "/projects/{$project->id()}/rows/pictures",
            [],
            ['pictures' => [$this->sent($this->zip(24), 'photos.zip')]],
        );
        $page = $this->browser->followRedirect();
        self::assertStringContainsString('waiting for a worker', $page->text());
        $address = $this->address();
        $this->work();
        $this->browser->request('GET', $address);
        $after = (string) $this->browser->getResponse()->headers->get('HX-Redirect');
        self::assertStringStartsWith("/projects/{$project->id()}/rows/pictures?came=", $after);
        $this->browser->request('GET', $after);
        self::assertStringContainsString(
            '24 pictures imported.',
            $this->browser
                ->followRedirect()
                ->filter('.notices')
                ->text(),
        );
        $this->browser->request('GET', "/projects/{$project->id()}/rows/data");
        self::assertSame(['thing-7.png', 'thing-11.png'], array_column(json_decode($this->body(), true)['rows'], 'photo'));
    }

    public function testStoppedWhatIsInStaysAndTheRestDoesNotCome(): void
    {
        $project = $this->project();
        $this->post(
            "/projects/{$project->id()}/rows/pictures",
            [],
            ['pictures' => [$this->sent($this->zip(40), 'photos.zip')]],
        );
        $this->browser->followRedirect();
        $address = $this->address();
        $worker = $this->worker();
        $worker->start();
        $deadline = microtime(true) + 30;
        do {
            usleep(2_000);
            $this->browser->request('GET', $address);
        } while (
            1 !== preg_match('/[1-9]\d* of 40 pictures/', $this->body()) &&
            '' !== $this->body() &&
            microtime(true) < $deadline
        );
        $this->stopWork();
        while ((int) $this->entities()->getConnection()->fetchOne('SELECT COUNT(*) FROM messenger_messages') > 0) {
            self::assertLessThan($deadline, microtime(true));
            usleep(20_000);
        }
        $worker->stop(5, \SIGTERM);
        $in = \count($this->names($project)) - 2;
        self::assertGreaterThan(0, $in);
        self::assertLessThan(40, $in);
        self::assertSame([], $this->stored('work'), 'what was sent is thrown away');
    }

    public function testWhatKillsWorkersIsGivenUpAndOthersDoNotSeeIt(): void
    {
        $project = $this->project();
        $this->post("/projects/{$project->id()}/library", [], ['pictures' => [$this->sent($this->zip(25), 'photos.zip')]]);
        $address = $this->address();
        $this->entities()->getConnection()->executeStatement('UPDATE job SET tries = 3');
        $this->work();
        $this->browser->request('GET', $address);
        $this->browser->request('GET', (string) $this->browser->getCrawler()->filter('[hx-trigger="load"]')->attr('hx-get'));
        self::assertStringContainsString('need too much memory', $this->body());

        $this->browser->loginUser($this->member('other@tidewick.example'));
        $this->browser->request('GET', $address);
        self::assertResponseStatusCodeSame(404);
    }

    public function testAFullDiskIsNoFaultOfTheJobAndIsToldAsWhatItIs(): void
    {
        $project = $this->project();
        $this->post("/projects/{$project->id()}/library", [], ['pictures' => [$this->sent($this->zip(25), 'photos.zip')]]);
        $address = $this->address();
        $id = (string) $this->entities()->getConnection()->fetchOne('SELECT id FROM job');
        $full = new class implements Task {
            public static function kind(): string
            {
                return PictureImporter::TAKES;
            }

            public function counts(): string
            {
                return 'pictures';
            }

            public function do(Job $job, ProgressReporter $report): array
            {
                throw new NoSpaceException('No space left on device');
            }

            public function tooMuch(Job $job): Message
            {
                return new Message('compose.too_much.pictures');
            }
        };
        $container = self::getContainer();
        $handler = new RunJobHandler(
            $this->entities(),
            $container->get(JobDispatcher::class),
            $container->get(JobRecorder::class),
            $container->get(FilesystemOperator::class),
            new JobKindRegistry([$full]),
            $container->get(LockFactory::class),
            $container->get(LogContext::class),
            $container->get(LoggerInterface::class),
        );
        for ($try = 1; $try <= 5; ++$try) {
            try {
                $handler(new RunJob($id));
                self::fail('it was done');
            } catch (NoSpaceException $e) {
                self::assertSame(0, (int) $this->entities()->getConnection()->fetchOne('SELECT tries FROM job'));
            }
        }
        $container->get(FailedMessageListener::class)(new WorkerMessageFailedEvent(new Envelope(new RunJob($id)), 'priority', $e));
        $this->browser->request('GET', $address);
        $this->browser->request('GET', (string) $this->browser->getCrawler()->filter('[hx-trigger="load"]')->attr('hx-get'));
        self::assertStringContainsString('The server has run out of space.', $this->body());
    }

    public function testAMessageOfAnEarlierVersionIsUnderstood(): void
    {
        $old = unserialize('O:23:"Morphea\\App\\Work\\DoWork":1:{s:3:"job";s:4:"abcd";}');
        self::assertEquals(new RunJob('abcd'), $old);
        self::assertEquals(new RunJob('abcd', 3, 9), unserialize(serialize(new RunJob('abcd', 3, 9))));
    }

    /** Where the meter on the page asks. */
    private function address(): string
    {
        return (string) $this->browser->getCrawler()->filter('[id^="work-"]')->attr('hx-get');
    }

    /** @return list<string> */
    private function names(Project $project): array
    {
        return array_map(
            static fn (StoredPicture $asset): string => $asset->name(),
            self::getContainer()->get(PictureStore::class)->all($this->reload($project)),
        );
    }

    /** @param array<string, string> $others beside the pictures */
    private function zip(int $count, array $others = []): string
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'zip');
        $archive = new \ZipArchive();
        $archive->open($path, \ZipArchive::OVERWRITE);
        foreach ($others as $name => $bytes) {
            $archive->addFromString($name, $bytes);
        }
        for ($i = 1; $i <= $count; ++$i) {
            $image = imagecreatetruecolor(200, 150);
            imagefilledrectangle($image, 0, 0, $i * 4, 149, $i * 1_000);
            ob_start();
            imagepng($image);
            $archive->addFromString("photos/thing-$i.png", (string) ob_get_clean());
        }
        $archive->close();
        $bytes = (string) file_get_contents($path);
        unlink($path);

        return $bytes;
    }
}
