<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Engine\Import\PictureFile;
use Morphea\App\Engine\Import\PictureReader;
use Morphea\App\Platform\Files\UploadException;
use Morphea\App\Project\Assets\PictureStore;
use Morphea\Core\Tests\English;
use Morphea\Tests\Program;
use Morphea\Tests\Tools;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\Attributes\TestWith;

/** Clips and sounds as they come: strange, broken, too much; and as they are afterwards. */
#[Group('film')]
final class ClipsTest extends AppTestCase
{
    private const TEST = ['-f', 'lavfi', '-i'];
    private const H264 = ['-c:v', 'libx264', '-preset', 'ultrafast', '-pix_fmt', 'yuv420p'];

    public function testAClipOfAPhoneComesUprightWithoutSoundAndWithoutItsNotes(): void
    {
        $clip = $this->make('phone.mov', [
            ...self::TEST, 'testsrc2=s=640x360:r=30:d=2', ...self::TEST, 'sine=d=2',
            ...self::H264, '-c:a', 'aac', '-metadata', 'location=+51.5-000.1/',
        ]);
        $turned = $this->ffmpeg(['-i', $clip, '-c', 'copy', '-metadata:s:v:0', 'rotate=90'], 'turned.mov');
        $read = $this->read($turned ?? $clip, 'My clip.mov');
        self::assertSame(['My clip.mp4', 'video/mp4'], [$read->name, $read->mime]);
        self::assertEqualsWithDelta(2.0, (float) $read->seconds, 0.05);
        if (null !== $turned) {
            self::assertSame([360.0, 640.0], [$read->width, $read->height]);
        }
        $facts = Tools::film($read->bytes);
        self::assertArrayNotHasKey('audio', $facts);
        self::assertSame(['h264', 'yuv420p'], [$facts['video']['codec_name'], $facts['video']['pix_fmt']]);
        self::assertStringNotContainsString('+51.5', $read->bytes, 'nobody learns where it was taken');
        $again = $this->read(Tools::file($read->bytes), 'again.mp4');
        self::assertSame($read->bytes, $again->bytes, 'what is plain stays as it is, to the last byte');
    }

    public function testFramesThatComeWhenTheyLikeComeEvenly(): void
    {
        $clip = $this->make('uneven.mkv', [
            ...self::TEST, 'testsrc2=s=160x120:r=30:d=3', '-vf', "select='gt(mod(n\\,7)\\,2)'", '-fps_mode', 'vfr', ...self::H264,
        ]);
        $facts = Tools::film($this->read($clip, 'uneven.mkv')->bytes)['video'];
        self::assertSame($facts['avg_frame_rate'], $facts['r_frame_rate']);
        self::assertEqualsWithDelta(3.0, (float) $facts['duration'], 0.15);
    }

    public function testALargeClipIsMadeSmallerAndAMovingGifIsAClip(): void
    {
        $clip = $this->make('large.mp4', [...self::TEST, 'testsrc2=s=2560x1440:r=5:d=1', ...self::H264]);
        $read = $this->read($clip, 'large.mp4');
        self::assertSame([1920.0, 1080.0], [$read->width, $read->height]);
        $gif = $this->read($this->make('dance.gif', [...self::TEST, 'testsrc2=s=64x48:r=10:d=1']), 'dance.gif');
        self::assertSame(['dance.mp4', 64.0, 48.0], [$gif->name, $gif->width, $gif->height]);
    }

    public function testWhatHasSoundOnlyIsASound(): void
    {
        $read = $this->read($this->make('voice.mp4', [...self::TEST, 'sine=d=2', '-c:a', 'aac']), 'Hello there.mp4');
        self::assertSame(['Hello there.m4a', 'audio/mp4', 0.0], [$read->name, $read->mime, $read->width]);
        self::assertEqualsWithDelta(2.0, (float) $read->seconds, 0.1);
        foreach (['wav', 'mp3', 'flac', 'ogg'] as $ending) {
            $sound = $this->read($this->make("tone.$ending", [...self::TEST, 'sine=d=0.5']), "tone.$ending");
            self::assertSame('tone.m4a', $sound->name);
            self::assertSame(['aac', '48000', 2], [
                ...[Tools::film($sound->bytes)['audio']['codec_name'], Tools::film($sound->bytes)['audio']['sample_rate']],
                Tools::film($sound->bytes)['audio']['channels'],
            ]);
        }
    }

    #[TestWith(['long.mp4', 'is 14,400 s long; clips can be up to 60 s'])]
    #[TestWith(['long.m4a', 'is 720 s long; sounds can be up to 600 s'])]
    #[TestWith(['broken.mp4', 'is incomplete'])]
    #[TestWith(['cut.mp4', 'is incomplete'])]
    #[TestWith(['noise.mp4', 'is incomplete'])]
    #[TestWith(['vast.mkv', 'pixels; clips can have up to 36 million'])]
    #[TestWith(['empty.mp4', 'contains neither video nor sound'])]
    #[TestWith(['text.mp4', 'is not a usable picture'])]
    public function testWhatCannotBeUsedIsToldInWordsWithinBounds(string $name, string $words): void
    {
        $path = match ($name) {
            'long.mp4' => $this->make($name, [...self::TEST, 'color=s=16x16:r=1/60:d=14400', ...self::H264]),
            'long.m4a' => $this->make($name, [...self::TEST, 'anullsrc=r=8000', '-t', '720', '-c:a', 'aac', '-b:a', '8k']),
            'broken.mp4' => $this->cut($this->make($name, [...self::TEST, 'testsrc2=s=64x48:d=1', ...self::H264]), 0.5),
            'cut.mp4' => $this->cut($this->make($name, [
                ...self::TEST, 'testsrc2=s=320x240:d=4', ...self::H264, '-movflags', '+faststart',
            ]), 0.4),
            'noise.mp4' => Tools::file("\0\0\0\x20ftypisom" . random_bytes(50_000)),
            'vast.mkv' => $this->make($name, [...self::TEST, 'color=s=8192x8192:d=0.04', '-c:v', 'ffv1']),
            'empty.mp4' => $this->make($name, [
                ...self::TEST, 'sine=d=1', '-i', Tools::file("1\n00:00:00,000 --> 00:00:01,000\nHello\n\n"),
                '-map', '1:s', '-c:s', 'mov_text',
            ]),
            // A playlist could make a reader open other files.
            default => Tools::file("#EXTM3U\n#EXT-X-TARGETDURATION:1\n#EXTINF:1,\n/etc/passwd\n#EXT-X-ENDLIST\n"),
        };
        $began = microtime(true);
        try {
            $this->read($path, $name);
            self::fail("$name was read");
        } catch (UploadException $e) {
            self::assertStringContainsString("“{$name}”", English::say($e));
            self::assertStringContainsString($words, English::say($e));
        }
        self::assertLessThan(30, microtime(true) - $began);
    }

    public function testClipsAndSoundsAreBroughtInByAWorkerWithThePicturesBesideThem(): void
    {
        $project = $this->starter('mend-or-bin');
        $clip = $this->make('sea.mp4', [...self::TEST, 'testsrc2=s=96x128:r=25:d=1', ...self::H264]);
        $this->post("/projects/{$project->id()}/library", files: ['pictures' => [
            $this->sent((string) file_get_contents($clip), 'sea.mp4'),
            $this->sent('no clip', 'words.mp4'),
            $this->sent((string) file_get_contents($this->make('wind.wav', [...self::TEST, 'sine=d=1'])), 'wind.wav'),
        ]]);
        self::assertResponseIsSuccessful();
        $this->work();
        $pictures = self::getContainer()->get(PictureStore::class);
        $project = $this->reload($project);
        self::assertTrue($pictures->find($project, 'sea.mp4')?->isClip());
        self::assertTrue($pictures->find($project, 'wind.m4a')?->isSound());
        self::assertSame(['wind.m4a'], $pictures->soundNames($project));
        self::assertNull($pictures->names($project)->find('wind'), 'a sound is no picture');
        $this->post("/projects/{$project->id()}/compose/picture", ['name' => 'wind.m4a']);
        self::assertStringContainsString('wind.m4a is a sound and cannot be placed on the page.', $this->body());
        foreach (['played/sea.mp4' => 'video/mp4', 'played/wind.m4a' => 'audio/mp4', 'small/sea.mp4' => 'image/jpeg'] as $path => $mime) {
            $this->browser->request('GET', "/projects/{$project->id()}/$path");
            self::assertResponseHeaderSame('Content-Type', $mime);
        }
        $this->browser->request('GET', "/projects/{$project->id()}/pictures/sea.mp4?at=0.5");
        self::assertSame([96, 128], \array_slice((array) getimagesizefromstring($this->body()), 0, 2));
    }

    private function read(string $path, string $name): PictureFile
    {
        return self::getContainer()->get(PictureReader::class)->file($path, $name);
    }

    /** @param list<string> $arguments */
    private function make(string $name, array $arguments): string
    {
        return $this->ffmpeg($arguments, $name) ?? self::fail("$name could not be made");
    }

    /** @param list<string> $arguments */
    private function ffmpeg(array $arguments, string $name): ?string
    {
        $path = Tools::file('') . "-$name";
        $process = new Program(['ffmpeg', '-v', 'error', '-y', ...$arguments, $path]);
        $process->run();

        return $process->isSuccessful() ? $path : null;
    }

    private function cut(string $path, float $share): string
    {
        return Tools::file(substr((string) file_get_contents($path), 0, (int) ($share * (int) filesize($path))));
    }
}
