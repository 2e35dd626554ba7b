<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Aws\Command;
use Aws\Exception\AwsException;
use GuzzleHttp\Psr7\Response;
use League\Flysystem\Filesystem;
use League\Flysystem\FilesystemAdapter;
use League\Flysystem\UnableToReadFile;
use Morphea\App\Platform\Files\AtomicFilesAdapter;
use Morphea\App\Platform\Files\CachingAdapter;
use Morphea\App\Platform\Files\FilesystemFactory;
use Morphea\App\Platform\Files\StoreUnavailableException;
use Morphea\Tests\Program;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** What a machine keeps near of a store that is far away. */
#[Group('alone')]
final class NearFilesTest extends TestCase
{
    private string $folder;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir() . '/near-' . bin2hex(random_bytes(4));
    }

    protected function tearDown(): void
    {
        (new Program(['rm', '-rf', $this->folder]))->mustRun();
        parent::tearDown();
    }

    public function testWhatGoesByItsHashIsFetchedOnceAndAllElseEveryTime(): void
    {
        $files = $this->near(1_000_000);
        foreach (['pictures/ab/abc', 'made/p/1.svg'] as $path) {
            $files->write($path, "of $path");
            self::assertSame("of $path", $files->read($path));
        }
        (new Program(['rm', '-rf', "$this->folder/far"]))->mustRun();
        self::assertSame('of pictures/ab/abc', $files->read('pictures/ab/abc'));
        self::assertSame('of pictures/ab/abc', stream_get_contents($files->readStream('pictures/ab/abc')));
        $this->expectException(UnableToReadFile::class);
        $files->read('made/p/1.svg');
    }

    public function testWhatIsWrittenOrThrownAwayIsNotKeptAsItWas(): void
    {
        $files = $this->near(1_000_000);
        $files->write('pictures/ab/abc', 'one');
        self::assertSame('one', $files->read('pictures/ab/abc'));
        $files->write('pictures/ab/abc', 'two');
        self::assertSame('two', $files->read('pictures/ab/abc'));
        $files->move('pictures/ab/abc', 'trash/abc');
        self::assertSame('two', $files->read('trash/abc'));
        $this->expectException(UnableToReadFile::class);
        $files->read('pictures/ab/abc');
    }

    public function testItIsNeverMuchLargerThanItMayBeAndWhatWasReadLatelyStays(): void
    {
        $files = $this->near(1_000_000);
        $files->write('pictures/often', str_repeat('x', 10_000));
        for ($i = 0; $i < 600; ++$i) {
            $files->write("pictures/$i", str_repeat((string) ($i % 10), 10_000));
            $files->read("pictures/$i");
            $files->read('pictures/often');
            // Times of files are seconds.
            0 === $i && array_map(static fn (string $path): bool => touch($path, time() - 5), glob("$this->folder/near/*") ?: []);
        }
        $kept = array_sum(array_map(filesize(...), glob("$this->folder/near/*") ?: []));
        self::assertLessThan(3_000_000, $kept);
        self::assertGreaterThan(500_000, $kept);
        $files->write('pictures/huge', str_repeat('x', 300_000));
        $before = \count(glob("$this->folder/near/*") ?: []);
        $files->read('pictures/huge');
        self::assertCount($before, glob("$this->folder/near/*") ?: [], 'one does not push out all others');
    }

    public function testWithoutRoomNearItIsReadFromFar(): void
    {
        mkdir($this->folder);
        file_put_contents("$this->folder/near", 'in the way');
        $files = $this->near(1_000_000);
        $files->write('fonts/abc.ttf', 'a font');
        self::assertSame('a font', $files->read('fonts/abc.ttf'));
    }

    public function testAStoreThatDoesNotAnswerIsToldFromOneThatHasNotGotIt(): void
    {
        $command = new Command('GetObject');
        $gone = new AwsException('', $command, ['connection_error' => true]);
        $busy = new AwsException('', $command, ['response' => new Response(503)]);
        $missing = new AwsException('', $command, ['response' => new Response(404)]);
        $causes = [
            [$gone, StoreUnavailableException::class],
            [$busy, StoreUnavailableException::class],
            [$missing, UnableToReadFile::class],
        ];
        foreach ($causes as [$cause, $told]) {
            $far = self::createStub(FilesystemAdapter::class);
            $far->method('read')->willThrowException(UnableToReadFile::fromLocation('made/x', '', $cause));
            try {
                (new CachingAdapter($far, $this->folder, 1_000))->read('made/x');
                self::fail('it was read');
            } catch (\RuntimeException $e) {
                self::assertInstanceOf($told, $e);
            }
        }
    }

    #[TestWith(['https://store.example/bucket'])]
    #[TestWith(['local://relative'])]
    #[TestWith(['s3://'])]
    public function testAStoreThatIsNoneIsSaidWithWhatIsToBeThere(string $dsn): void
    {
        $this->expectExceptionMessage('STORAGE_DSN must read local:///some/folder or s3://key:secret@bucket/folder?endpoint=');
        (new FilesystemFactory($this->folder))->fromDsn($dsn);
    }

    private function near(int $most): Filesystem
    {
        return new Filesystem(new CachingAdapter(new AtomicFilesAdapter("$this->folder/far"), "$this->folder/near", $most));
    }
}
