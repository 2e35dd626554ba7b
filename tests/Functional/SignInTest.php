<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Platform\Account\RateLimit;
use Morphea\App\Platform\Account\RateLimiter;
use Morphea\Tests\Program;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\Attributes\TestWith;
use Symfony\Component\Process\Process;

/** Signing in: who may try how often, from where. */
final class SignInTest extends AppTestCase
{
    use Accounts;

    #[TestWith(['//elsewhere.example'])]
    #[TestWith(['https://elsewhere.example/'])]
    #[TestWith(['/\\elsewhere.example'])]
    public function testSigningInLeadsNowhereElse(string $to): void
    {
        $this->tamsin();
        $this->signIn('tamsin@tidewick.example', self::PASSWORD, $to);
        self::assertResponseRedirects('/');
    }

    public function testWrongPasswordsAreSlowedForTheAddressInTheSameWordsWhetherItIsKnownOrNot(): void
    {
        $this->tamsin();
        $told = [];
        foreach (['tamsin@tidewick.example', 'nobody@tidewick.example'] as $address) {
            for ($i = 0; $i < 9; ++$i) {
                $told[$address][] = $this->signIn($address, "wrong $i");
            }
        }
        self::assertSame(
            ['The email address or the password is wrong.'],
            array_values(array_unique(\array_slice($told['tamsin@tidewick.example'], 0, 8))),
        );
        self::assertSame('Too many wrong passwords. Try again in 15 minutes.', $told['tamsin@tidewick.example'][8]);
        self::assertSame($told['tamsin@tidewick.example'], $told['nobody@tidewick.example']);
        self::assertStringContainsString(
            'Too many wrong passwords',
            $this->signIn('Tamsin@TIDEWICK.example', self::PASSWORD),
            'not even the right one, in whatever case',
        );
        // From elsewhere its owner gets in: nobody can lock them out.
        $this->browser->setServerParameter('REMOTE_ADDR', '192.0.2.7');
        $this->signIn('tamsin@tidewick.example', self::PASSWORD);
        self::assertResponseRedirects('/');
    }

    public function testADeviceThatWasSignedInBeforeGetsInWhateverOthersFromTheSameNetworkTried(): void
    {
        $this->tamsin();
        $this->signIn('tamsin@tidewick.example', self::PASSWORD);
        $device = $this->browser->getCookieJar()->get('device');
        self::assertNotNull($device);
        self::assertTrue($device->isHttpOnly());
        $this->browser->restart();
        for ($i = 0; $i < 130; ++$i) {
            $this->signIn(0 === $i % 2 ? 'tamsin@tidewick.example' : "somebody$i@tidewick.example", 'wrong');
        }
        self::assertStringContainsString('Too many wrong passwords', $this->signIn('tamsin@tidewick.example', self::PASSWORD));
        $this->browser->getCookieJar()->set($device);
        // But it has no more tries than others, and none at other addresses.
        self::assertStringContainsString('Too many wrong passwords', $this->signIn('another@tidewick.example', 'wrong'));
        $this->signIn('tamsin@tidewick.example', self::PASSWORD);
        self::assertResponseRedirects('/');
        $this->browser->restart();
        $this->browser->getCookieJar()->set($device);
        for ($i = 0; $i < 8; ++$i) {
            self::assertStringContainsString('is wrong', $this->signIn('tamsin@tidewick.example', 'wrong'));
        }
        self::assertStringContainsString('Too many wrong passwords', $this->signIn('tamsin@tidewick.example', self::PASSWORD));
    }

    #[Group('stored')]
    public function testOfManyAtOnceNoMoreAreTakenThanMayBe(): void
    {
        $limits = self::getContainer()->get(RateLimiter::class);
        $taken = array_map(static fn (int $i): int => $limits->take(RateLimit::Reset, 'a'), range(1, 5));
        self::assertSame([0, 0, 0], \array_slice($taken, 0, 3));
        self::assertGreaterThan(3_500, $taken[3]);
        self::assertSame(0, $limits->take(RateLimit::Reset, 'b'), 'somebody else');
        $limits->giveBack(RateLimit::Reset, 'a');
        self::assertSame(0, $limits->take(RateLimit::Reset, 'a'));
        self::assertGreaterThan(0, $limits->take(RateLimit::Reset, 'a'));
        $this->entities()->getConnection()->executeStatement('UPDATE rate_limit SET since = since - 3601');
        self::assertSame(0, $limits->take(RateLimit::Reset, 'a'), 'its hour is over');
        self::assertSame(0, $limits->take(RateLimit::Unsubscribe, 'a'));
        // Whole processes at once, on one row.
        $php = '$kernel = new Morphea\App\Kernel("test", true); $kernel->boot();' .
            '$limits = $kernel->getContainer()->get("test.service_container")->get(Morphea\App\Platform\Account\RateLimiter::class);' .
            '$limit = Morphea\App\Platform\Account\RateLimit::WrongCode;' .
            'for ($n = $i = 0; $i < 20; ++$i) $n += (int) (0 === $limits->take($limit, "c")); echo $n;';
        $processes = array_map(static function () use ($php): Process {
            $process = new Program([\PHP_BINARY, '-r', "require 'tests/bootstrap.php'; $php"], \dirname(__DIR__, 2));
            $process->start();

            return $process;
        }, range(1, 4));
        $sum = 0;
        foreach ($processes as $process) {
            $process->wait();
            $sum += (int) $process->getOutput();
        }
        self::assertSame(30, $sum);
    }

    public function testWrongPasswordsFromOnePlaceAreSlowedWhateverTheAddress(): void
    {
        for ($i = 0; $i < 60; ++$i) {
            $this->signIn("somebody$i@tidewick.example", 'wrong');
        }
        self::assertStringContainsString('Too many wrong passwords', $this->signIn('another@tidewick.example', 'wrong'));
    }

    public function testAnAccountOfOnesOwnGivesNoMoreTriesAtOthers(): void
    {
        $this->tamsin();
        for ($i = 0; $i < 60; ++$i) {
            $this->signIn("somebody$i@tidewick.example", 'wrong');
            if (9 === $i % 10) {
                $this->signIn('tamsin@tidewick.example', self::PASSWORD);
                $this->browser->restart();
            }
        }
        self::assertStringContainsString('Too many wrong passwords', $this->signIn('another@tidewick.example', 'wrong'));
    }

    public function testOneThatIsRightEndsTheCounting(): void
    {
        $this->tamsin();
        for ($i = 0; $i < 20; ++$i) {
            $this->signIn('tamsin@tidewick.example', 0 === $i % 4 ? self::PASSWORD : 'wrong');
            $this->browser->restart();
        }
        self::assertStringNotContainsString('Too many', $this->signIn('tamsin@tidewick.example', 'wrong'));
    }
}
