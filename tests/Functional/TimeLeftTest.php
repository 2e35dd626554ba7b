<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Platform\Jobs\TimeLeft;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

#[Group('alone')]
final class TimeLeftTest extends TestCase
{
    #[TestWith([0.2, '1 s left'])]
    #[TestWith([89.0, '89 s left'])]
    #[TestWith([90.0, '2 min left'])]
    #[TestWith([5_300.0, '89 min left'])]
    #[TestWith([9_000.0, '2.5 h left'])]
    public function testTimeIsSaidAsCoarselyAsItIsKnown(float $seconds, string $words): void
    {
        self::assertSame($words, TimeLeft::words($seconds));
    }
}
