<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Platform\Jobs\JobState;
use Morphea\App\Project\Projects\Project;
use Morphea\Tests\Tools;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\Attributes\TestWith;
use Symfony\Component\Process\Process;

/** Shorts over grounds that move, with sound: what is made is what was designed. */
#[Group('film')]
final class GroundsTest extends AppTestCase
{
    use Shorts;

    /** Decibels: a clip is packed once when it is made ready, and once more as a short; another moment of it has 24 and less. */
    private const ALIKE = 28;

    public function testGroundsAreDealtInTurnAndEachFrameIsItsStill(): void
    {
        $project = $this->starter('motto');
        $files = $this->shorts($project, '1-3', ['width' => '180']);
        self::assertCount(3, $files);
        $first = array_map(static fn (string $film): string => Tools::frame($film, 20), array_values($files));
        for ($i = 1; $i < 3; ++$i) {
            self::assertLessThan(20, Tools::likeness($first[$i - 1], $first[$i]), 'neighbours have other grounds');
        }
        foreach (['Mend it before it is missed' => 1, 'Nothing is broken until nobody looks' => 3] as $name => $row) {
            $timeline = $this->timeline($project, $row);
            $file = $files["00$row $name.mp4"];
            self::assertSame($timeline->timing->frames(), (int) Tools::film($file)['video']['nb_read_frames']);
            $this->assertFrames($project, $timeline, $file, [0, 1, 31, 60, $timeline->timing->frames() - 1], 180 / 1080);
        }
        $film = $files['001 Mend it before it is missed.mp4'];
        $last = (int) Tools::film($film)['video']['nb_read_frames'] - 1;
        self::assertGreaterThan(26, Tools::likeness(Tools::frame($film, 0), Tools::frame($film, $last)), 'it ends as it begins');
    }

    /** @param array<string, mixed> $values */
    #[TestWith(['closer', ['drift' => ['kind' => 'closer', 'share' => 0.3, 'seconds' => 2]]])]
    #[TestWith(['away', ['drift' => ['kind' => 'away', 'share' => 0.3, 'seconds' => 9]]])]
    #[TestWith(['along', ['drift' => ['kind' => 'along', 'share' => 0.3, 'seconds' => 3], 'look' => ['blur' => 4.0]]])]
    #[TestWith(['grey, in an ellipse, turned, half seen, with a border', [
        'drift' => ['kind' => 'closer', 'share' => 0.3, 'seconds' => 3],
        'look' => ['tone' => 'grey'],
        'shape' => ['kind' => 'ellipse'],
        'frame' => ['x' => 100, 'y' => 150, 'width' => 800, 'height' => 1000, 'rotation' => 12],
        'opacity' => 0.6,
        'border' => ['colour' => '#D99A2B', 'width' => 30],
    ]])]
    public function testAPictureThatDriftsIsWhereItShouldBe(string $what, array $values): void
    {
        $project = $this->starter('before-after');
        $this->set($project, 'after', $values);
        [$film] = array_values($this->shorts($project, '2', ['width' => '216']));
        $timeline = $this->timeline($project, 2);
        self::assertSame($timeline->timing->frames(), (int) Tools::film($film)['video']['nb_read_frames']);
        $after = $timeline->timing->scenes[1]->from;
        $this->assertFrames(
            $project,
            $timeline,
            $film,
            [0, 40, $after + 6, $after + 30, $after + 75, $timeline->timing->frames() - 1],
            216 / 1080,
        );
    }

    /** @param array<string, mixed> $values */
    #[TestWith(['there and back', ['clip' => ['from' => 1.0, 'to' => 2.0, 'after' => 'back-and-forth']]])]
    #[TestWith(['twice as fast, in one colour', [
        'clip' => ['speed' => 2.0, 'after' => 'again'], 'look' => ['tone' => 'tint', 'tint' => '#235457'],
    ]])]
    #[TestWith(['its last moment stands', ['clip' => ['to' => 0.5, 'after' => 'stands']]])]
    #[TestWith(['fading in, in round corners', [
        'shape' => ['kind' => 'rounded', 'radius' => 120],
        'frame' => ['x' => 141, 'y' => 201, 'width' => 800, 'height' => 900],
        'stay' => ['comes' => 'from', 'in' => ['kind' => 'fade', 'seconds' => 0.8]],
        'shadow' => ['colour' => '#000000', 'dx' => 10, 'dy' => 20, 'blur' => 20, 'opacity' => 0.5],
    ]])]
    public function testAClipIsPlayedAsItIsTold(string $what, array $values): void
    {
        $project = $this->starter('motto');
        $this->set($project, 'ground', ['picture' => 'tide.mp4', 'pool' => null, 'shade' => 'none'] + $values);
        $film = array_values($this->shorts($project, '2', ['width' => '216']))[0];
        $timeline = $this->timeline($project, 2);
        self::assertSame($timeline->timing->frames(), (int) Tools::film($film)['video']['nb_read_frames']);
        $from = $timeline->timing->scenes[1]->from;
        $this->assertFrames(
            $project,
            $timeline,
            $film,
            [0, 14, 29, 31, 45, $from + 6, $from + 40, $timeline->timing->frames() - 1],
            216 / 1080,
        );
    }

    public function testWhatIsHeardIsAsLoudAsItIsToBeAndWordsAreReadAloud(): void
    {
        $project = $this->starter('tip-in-two');
        $film = array_values($this->shorts($project, '3', ['width' => '90']))[0];
        $timeline = $this->timeline($project, 3);
        $facts = Tools::film($film);
        self::assertSame(['aac', 2, '48000'], [
            ...[$facts['audio']['codec_name'], $facts['audio']['channels'], $facts['audio']['sample_rate']],
        ]);
        self::assertEqualsWithDelta($timeline->timing->seconds(), (float) $facts['audio']['duration'], 1 / 30);
        [$loudness, $peak] = Tools::loudness($film);
        self::assertEqualsWithDelta(-16.0, $loudness, 1.0, 'LUFS');
        self::assertLessThan(-0.9, $peak, 'true peak');
        // Both scenes say something, and last as long as that; the track makes room for it.
        self::assertCount(2, $timeline->sound->speech());
        foreach ($timeline->sound->speech() as $i => [$from, $to]) {
            $scene = $timeline->timing->scenes[$i];
            self::assertGreaterThanOrEqual($to - 0.02, $scene->to / 30);
            self::assertEqualsWithDelta($from, $scene->from / 30, 1e-6);
        }
        $this->set($project, 'trouble', [], ['sound' => ['loudness' => -23.0]]);
        $softer = array_values($this->shorts($project, '3', ['width' => '90']))[0];
        self::assertEqualsWithDelta(-23.0, Tools::loudness($softer)[0], 1.0);
        self::assertSame(0, $this->taken(), 'another sound is another short');
    }

    public function testADesignWithoutSoundHasASilentTrack(): void
    {
        $project = $this->starter('before-after');
        $this->set($project, 'after', [], ['beats' => array_map(
            static fn (array $scene): array => ['plays' => null] + $scene,
            $this->json($project)['beats'],
        )]);
        [$film] = array_values($this->shorts($project, '1', ['width' => '90']));
        self::assertSame('aac', Tools::film($film)['audio']['codec_name']);
        self::assertLessThan(-60, Tools::loudness($film)[0]);
    }

    public function testAShortIsNoLargerThanItMayBe(): void
    {
        $project = $this->starter('motto');
        $large = array_values($this->shorts($project, '2', ['width' => '360']))[0];
        $small = array_values($this->shorts($project, '2', ['width' => '360', 'megabytes' => '0,25']))[0];
        self::assertGreaterThan(250_000, \strlen($large));
        self::assertLessThanOrEqual(250_000, \strlen($small));
        self::assertSame(Tools::film($large)['video']['nb_read_frames'], Tools::film($small)['video']['nb_read_frames']);
    }

    public function testAWorkerKilledInTheMiddleOfAnEncodeTakesNothingAlongAndLeavesNothingRunning(): void
    {
        $project = $this->starter('motto');
        $wide = ['mp4' => ['size' => 'width', 'value' => '480']];
        $this->order($project, ['formats' => ['mp4'], 'of' => $wide, 'which' => 'some', 'rows' => '1-2']);
        $run = $this->newestRun();
        for ($kill = 0; $kill < 2; ++$kill) {
            $this->entities()->getConnection()->executeStatement(
                "UPDATE messenger_messages SET delivered_at = '2020-01-01 00:00:00' WHERE delivered_at IS NOT NULL",
            );
            $worker = $this->worker();
            $worker->start();
            $deadline = microtime(true) + 40;
            while ([] === self::encoders($worker) && microtime(true) < $deadline) {
                usleep(20_000);
            }
            $encoders = self::encoders($worker);
            self::assertNotSame([], $encoders, $worker->getErrorOutput());
            usleep(150_000 * $kill);
            $worker->signal(\SIGKILL);
            try {
                $worker->wait();
            } catch (\Throwable) {
            }
            usleep(300_000);
            foreach ($encoders as $encoder) {
                // Nobody may be there to take note of its end.
                $stat = (string) @file_get_contents("/proc/$encoder/stat");
                self::assertMatchesRegularExpression('/^$|\) Z /', $stat, 'it ends with its worker');
            }
        }
        $this->entities()->getConnection()->executeStatement(
            "UPDATE messenger_messages SET delivered_at = '2020-01-01 00:00:00' WHERE delivered_at IS NOT NULL",
        );
        $this->work();
        self::assertSame(JobState::Done, $this->newestRun()->job()->state());
        self::assertSame([2, 0], [$this->progress($run)->made(), $this->progress($run)->failed]);
        foreach (Tools::pieces($this->download($project)) as $film) {
            self::assertSame('h264', Tools::film($film)['video']['codec_name']);
        }
    }

    /** @return list<int> processes that encode for a worker */
    private static function encoders(Process $worker): array
    {
        $found = [];
        foreach (glob('/proc/[0-9]*/stat') ?: [] as $path) {
            $stat = (string) @file_get_contents($path);
            if (1 === preg_match('/^(\d+) \(ffmpeg\) \S (\d+)/', $stat, $m) && (int) $m[2] === $worker->getPid()) {
                $found[] = (int) $m[1];
            }
        }

        return $found;
    }

    /**
     * @param array<string, mixed> $values of the layer
     * @param array<string, mixed> $design
     */
    private function set(Project $project, string $layer, array $values, array $design = []): void
    {
        $data = array_replace_recursive($this->json($project), array_diff_key($design, ['beats' => 1])) ;
        $data = array_intersect_key($design, ['beats' => 1]) + $data;
        foreach ($data['sides'][0]['layers'] as &$one) {
            if ($layer === $one['id']) {
                $one = array_filter(array_replace_recursive($one, $values), static fn (mixed $value): bool => null !== $value);
            }
        }
        unset($one);
        $this->store($project, $data);
    }
}
