<?php

declare(strict_types=1);

namespace Morphea\Tests\Structure;

use Morphea\Bench\Simulation\Costs;
use Morphea\Bench\Simulation\Machines;
use PHPUnit\Framework\TestCase;

final class SimulationTest extends TestCase
{
    public function testOneWorkerTakesAllCostsOneAfterTheOther(): void
    {
        $made = (new Machines(new Costs(0.05, 0.002, 0.01, 0.02, 0.001), 1))->make(1_000, 1);
        self::assertEqualsWithDelta(1 / 0.072, $made['rate'], 0.2);
        self::assertEqualsWithDelta(0.05 / 0.072, $made['processors'], 0.01);
    }

    public function testTwiceTheWorkersMakeTwiceAsMuchAsLongAsNothingIsShort(): void
    {
        $machines = new Machines(new Costs(0.05, 0.0001, 0.0005, 0.01, 0.0001), 100);
        self::assertEqualsWithDelta(2.0, $machines->make(4_000, 8)['rate'] / $machines->make(4_000, 4)['rate'], 0.05);
    }

    public function testMoreWorkersThanProcessorsMakeNoMoreThanThese(): void
    {
        $machines = new Machines(new Costs(0.05, 0.0001, 0.0001, 0.0, 0.0), 2);
        self::assertEqualsWithDelta(40.0, $machines->make(2_000, 8)['rate'], 1.0);
    }

    public function testWhatIsServedOneByOneIsTheLimitHoweverManyThereAre(): void
    {
        $many = (new Machines(new Costs(0.05, 0.001, 0.0, 0.0, 0.0), 500))->make(20_000, 200);
        self::assertEqualsWithDelta(1_000.0, $many['rate'], 20.0);
        self::assertGreaterThan(0.97, $many['database']);
        $lanes = (new Machines(new Costs(0.05, 0.001, 0.0, 0.0, 0.0), 500, 4))->make(20_000, 200);
        self::assertGreaterThan(3_000, $lanes['rate'], 'four at a time');
    }

    public function testTheSameNumbersGiveTheSame(): void
    {
        $machines = new Machines(new Costs(0.03, 0.002, 0.004, 0.01, 0.002), 4);
        self::assertSame($machines->make(777, 7), $machines->make(777, 7));
    }
}
