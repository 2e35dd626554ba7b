<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\Core\Design\Timing\MotionKind;
use Morphea\Core\Message;
use Morphea\Tests\Tools;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\Attributes\TestWith;

/** Shorts: what is made is what was designed, frame by frame, and each format is what it says. */
#[Group('film')]
final class ShortsTest extends AppTestCase
{
    use Shorts;

    /** Decibels: fine letters lose so much where two by two pixels share a colour; a frame too early or late has 23 and less. */
    private const ALIKE = 27;
    private const SMALL = ['size' => 'width', 'value' => '270', 'quality' => '95'];

    public function testAShortIsItsTimelineFrameByFrame(): void
    {
        $project = $this->starter('mend-or-bin');
        $files = $this->made($project, ['mp4'], '2');
        $film = $files['2.mp4'];
        $timeline = $this->timeline($project, 2);
        $facts = Tools::film($film);
        self::assertSame(['h264', 270, 480, '30/1', '30/1', 'yuv420p', 'bt709'], [
            ...[$facts['video']['codec_name'], $facts['video']['width'], $facts['video']['height']],
            ...[$facts['video']['r_frame_rate'], $facts['video']['avg_frame_rate']],
            ...[$facts['video']['pix_fmt'], $facts['video']['color_space']],
        ]);
        self::assertSame($timeline->timing->frames(), (int) $facts['video']['nb_read_frames']);
        self::assertEqualsWithDelta($timeline->timing->seconds(), (float) $facts['video']['duration'], 0.001);
        self::assertEqualsWithDelta($timeline->timing->seconds(), (float) $facts['audio']['duration'], 1 / 30);
        self::assertSame('aac', $facts['audio']['codec_name']);
        self::assertSame(['mov_text', 'eng'], [$facts['subtitle']['codec_name'], $facts['subtitle']['tags']['language']]);
        self::assertLessThan(strpos($film, 'mdat'), strpos($film, 'moov'), 'it can be played before all of it is there');
        self::assertSame('2', $facts['format']['tags']['title']);
        self::assertStringContainsString('Crumbs on the element', $facts['format']['tags']['description']);
        self::assertStringNotContainsString(\dirname(__DIR__, 2), $film);

        // At rest, at every beginning and end, and on the way.
        $frames = [0, 4, $timeline->timing->frames() - 1];
        foreach ($timeline->spans() as $span) {
            array_push($frames, $span->from, intdiv($span->from + $span->to, 2), $span->to - 1);
        }
        $this->assertFrames($project, $timeline, $film, $frames);
    }

    #[TestWith([MotionKind::Slide, 'top'])]
    #[TestWith([MotionKind::Wipe, 'right'])]
    #[TestWith([MotionKind::Wipe, 'bottom'])]
    #[TestWith([MotionKind::Grow, 'left'])]
    #[TestWith([MotionKind::Fade, 'left'])]
    #[TestWith([MotionKind::Letters, 'left'])]
    #[TestWith([MotionKind::Words, 'left'])]
    public function testEveryWayOfComingIsMadeAsItIsShown(MotionKind $kind, string $from): void
    {
        $project = $this->starter('mend-or-bin');
        foreach (['kind' => $kind->value, 'from' => $from, 'seconds' => '0.8', 'stagger' => '0.2'] as $what => $value) {
            $this->post("/projects/{$project->id()}/compose/set", ['layer' => 'question', 'set' => ["stay.in.$what" => $value]]);
            self::assertResponseIsSuccessful();
        }
        $film = $this->made($this->reload($project), ['mp4'], '1')['1.mp4'];
        $timeline = $this->timeline($this->reload($project), 1);
        self::assertSame($timeline->timing->frames(), (int) Tools::film($film)['video']['nb_read_frames']);
        $this->assertFrames($project, $timeline, $film, [3, 9, 15, 21, 40]);
    }

    public function testWordsThatComeSlowlyStandOneAfterTheOther(): void
    {
        $project = $this->starter('mend-or-bin');
        foreach (['kind' => 'words', 'seconds' => '4'] as $what => $value) {
            $this->post("/projects/{$project->id()}/compose/set", ['layer' => 'question', 'set' => ["stay.in.$what" => $value]]);
        }
        $film = $this->made($this->reload($project), ['mp4'], '1')['1.mp4'];
        $timeline = $this->timeline($project, 1);
        self::assertSame($timeline->timing->frames(), (int) Tools::film($film)['video']['nb_read_frames']);
        $this->assertFrames($project, $timeline, $film, [20, 50, 90]);
    }

    public function testOtherFormatsHaveTheSameLengthAndSize(): void
    {
        $project = $this->starter('mend-or-bin');
        $files = $this->made($project, ['webm', 'gif', 'moving-webp', 'png', 'srt', 'vtt'], '1', ['rate' => '25'] + self::SMALL);
        $seconds = $this->timeline($project, 1)->timing->seconds();
        $webm = Tools::film($files['1.webm']);
        self::assertSame(['vp9', 270, 480], [$webm['video']['codec_name'], $webm['video']['width'], $webm['video']['height']]);
        self::assertEqualsWithDelta($seconds, (float) $webm['format']['duration'], 0.1);
        $gif = Tools::film($files['1.gif']);
        self::assertSame(['gif', 270, 480], [$gif['video']['codec_name'], $gif['video']['width'], $gif['video']['height']]);
        self::assertEqualsWithDelta($seconds, (float) $gif['format']['duration'], 0.1);
        self::assertStringContainsString('NETSCAPE2.0', $files['1.gif'], 'again and again');
        self::assertStringContainsString('00:00:00,000 --> ', $files['1.srt']);
        self::assertStringStartsWith("WEBVTT\n\n00:00:00.000 --> ", $files['1.vtt']);
        self::assertStringContainsString('ANIM', $files['1-moving.webp']);
        $timeline = $this->timeline($project, 1);
        $poster = $this->still($project, $timeline, $timeline->spans()[1]->from);
        self::assertGreaterThan(45, Tools::likeness($files['1.png'], $poster), 'a still is the first moment at which all is there');
    }

    public function testAStillOfAnyMomentCanBeMade(): void
    {
        $project = $this->starter('mend-or-bin');
        $early = $this->made($project, ['png'], '1', ['moment' => '2,5'] + self::SMALL)['1.png'];
        $late = $this->made($project, ['png'], '1', ['moment' => '600'] + self::SMALL)['1.png'];
        self::assertSame(0, $this->taken(), 'another moment is another picture');
        $timeline = $this->timeline($project, 1);
        self::assertGreaterThan(45, Tools::likeness($early, $this->still($project, $timeline, 75)));
        $last = $timeline->timing->frames() - 1;
        self::assertGreaterThan(45, Tools::likeness($late, $this->still($project, $timeline, $last)), 'after its end it is its end');
    }

    public function testWhatDidNotChangeIsTakenOverAndAnotherTimeIsAnotherShort(): void
    {
        $project = $this->starter('mend-or-bin');
        $this->made($project, ['mp4'], '1-2');
        $this->made($project, ['mp4'], '1-2');
        self::assertSame(2, $this->progress($this->newestRun())->made());
        self::assertSame(2, $this->taken());
        $this->post("/projects/{$project->id()}/compose/scenes", ['scene' => 'hold', 'set' => ['length.seconds' => '1']]);
        self::assertResponseIsSuccessful();
        $film = $this->made($this->reload($project), ['mp4'], '1-2')['1.mp4'];
        self::assertSame(0, $this->taken());
        self::assertEqualsWithDelta(
            $this->timeline($project, 1)->timing->seconds(),
            (float) Tools::film($film)['video']['duration'],
            0.001,
        );
    }

    public function testARowInWhichNothingComesHasNoShortAndTheOthersHaveTheirs(): void
    {
        $project = $this->starter('tip-card');
        $base = "/projects/{$project->id()}";
        $this->post("$base/compose/scenes", ['do' => 'give']);
        foreach (['hold', 'last'] as $scene) {
            $this->post("$base/compose/scenes", ['do' => 'remove', 'scene' => $scene]);
        }
        $this->post("$base/compose/set", ['layer' => 'why', 'set' => ['stay' => 'timed']]);
        $row = self::getContainer()->get(TableRows::class)->table($this->reload($project))->rows[1]->id;
        $this->change($project, ['op' => 'cells', 'cells' => [$row => ['why' => '']], 'seen' => [$row => []]]);
        $this->order($project, ['formats' => ['mp4'], 'of' => ['mp4' => self::SMALL], 'which' => 'some', 'rows' => '1-2']);
        $this->work();
        $run = $this->newestRun();
        self::assertSame([1, 1], [$this->progress($run)->made(), $this->progress($run)->failed]);
        $reason = (string) $this->entities()->getConnection()->fetchOne("SELECT reason FROM piece WHERE state = 'not-made'");
        self::assertSame('press.reason.no_time', Message::read($reason)->id ?? null);
    }

    public function testADesignIsGivenTimeAndLosesItAgain(): void
    {
        $project = $this->starter('tip-card');
        self::assertNotContains('mp4', $this->offered($project));
        $base = "/projects/{$project->id()}/compose";
        $this->post("$base/scenes", ['do' => 'give']);
        self::assertResponseIsSuccessful();
        self::assertContains('mp4', $this->offered($project));
        $this->post("$base/set", ['layer' => 'why', 'set' => ['stay' => 'timed']]);
        $this->post("$base/set", ['layer' => 'why', 'set' => ['stay.comes' => 'last']]);
        $this->post("$base/scenes", ['do' => 'add', 'scene' => 'hold']);
        $this->post("$base/scenes", ['scene' => 'scene-4', 'set' => ['name' => 'Breath', 'length.seconds' => '0,7']]);
        $this->post("$base/scenes", ['do' => 'remove', 'scene' => 'last']);
        $design = $this->reload($project)->design();
        self::assertSame(['first', 'hold', 'scene-4'], array_map(static fn ($scene): string => $scene->id, $design->scenes));
        self::assertSame(['Breath', 0.7], [$design->scenes[2]->name, $design->scenes[2]->length->seconds]);
        self::assertNull($design->layer('why')->stay?->comes, 'what it came with is gone, and nothing follows');

        $this->browser->request('GET', "$base/scenes?row=3");
        $played = json_decode($this->body(), true);
        self::assertSame($this->timeline($project, 3)->timing->frames(), $played['frames']);
        self::assertStringStartsWith('<svg', $played['parts'][0]['svg']);

        $this->post("$base/scenes", ['scene' => 'hold', 'set' => ['length.seconds' => 'soon']]);
        self::assertResponseStatusCodeSame(422);
        self::assertStringContainsString('“soon” is not a number', $this->body());
        $this->post("$base/scenes", ['do' => 'take']);
        self::assertFalse($this->reload($project)->design()->moves());
        self::assertNull($this->reload($project)->design()->layer('why')->stay);
    }

    /**
     * @param list<string>          $as
     * @param array<string, string> $said
     *
     * @return array<string, string>
     */
    private function made(Project $project, array $as, string $rows, array $said = self::SMALL): array
    {
        $order = ['formats' => $as, 'of' => array_fill_keys($as, $said), 'which' => 'some', 'rows' => $rows, 'edge' => 'cut'];
        $this->order($project, $order + ['parts' => json_encode([['column' => 'no']])]);
        $this->work();

        return Tools::pieces($this->download($project));
    }

    /** @return list<string> what pieces can be made as */
    private function offered(Project $project): array
    {
        $page = $this->browser->request('GET', "/projects/{$project->id()}/press");
        self::assertResponseIsSuccessful();

        return $page->filter('[name="formats[]"]')->each(static fn ($input): string => (string) $input->attr('value'));
    }
}
