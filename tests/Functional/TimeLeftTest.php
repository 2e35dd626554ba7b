<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Platform\Jobs\TimeLeft;
use Morphea\Core\Message;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

#[Group('alone')]
final class TimeLeftTest extends TestCase
{
    #[TestWith([0.2, 'seconds', 1])]
    #[TestWith([89.0, 'seconds', 89])]
    #[TestWith([90.0, 'minutes', 2])]
    #[TestWith([5_300.0, 'minutes', 89])]
    #[TestWith([9_000.0, 'hours', 2.5])]
    public function testTimeIsSaidAsCoarselyAsItIsKnown(float $seconds, string $unit, int|float $count): void
    {
        self::assertEquals(new Message("common.left.$unit", ['count' => $count]), TimeLeft::words($seconds));
    }
}
