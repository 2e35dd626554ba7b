<?php

declare(strict_types=1);

namespace Morphea\Tests\Structure;

use Morphea\App\Delivery\Ways\DeliveryWay;
use Morphea\Tests\Architecture;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Finder\Finder;

/** What tests/Architecture.php cannot say to PHPStan: no circles, tables with owners, and files that hold one idea. */
final class RoomsTest extends TestCase
{
    /** The row of a project is what everyone locks and counts versions in; it is named by whoever keeps something of projects. */
    private const OF_ALL = ['project'];
    /** Tables that are not ours. */
    private const FOREIGN = ['messenger_messages' => 'App\Platform\Jobs'];
    private const LINES = 350;
    private const ROOMS = 9;

    public function testRoomsGoInNoCircle(): void
    {
        $arrows = House::arrows();
        $open = $done = [];
        $walk = function (string $room, array $way) use (&$walk, &$open, &$done, $arrows): void {
            if (isset($done[$room])) {
                return;
            }
            $open[$room] = true;
            foreach ($arrows[$room] ?? [] as $other => $by) {
                self::assertFalse(isset($open[$other]), implode(' -> ', [...$way, $room, $other]) . " ($by[0])");
                $walk($other, [...$way, $room]);
            }
            unset($open[$room]);
            $done[$room] = true;
        };
        foreach (array_keys($arrows) as $room) {
            $walk($room, []);
        }
        self::assertGreaterThan(30, \count($done));
    }

    public function testWaysOfDeliveryDoNotKnowEachOther(): void
    {
        $shared = ['Ways', 'EventLog'];
        foreach (House::arrows() as $room => $others) {
            $parts = explode('\\', $room);
            foreach ($others as $other => $by) {
                [$half, $floor, $name] = [...explode('\\', $other), '', ''];
                $isSibling = [$half, $floor] === \array_slice($parts, 0, 2) && 'Delivery' === $floor && !\in_array($name, $shared, true);
                self::assertFalse($isSibling, $by[0]);
            }
        }
    }

    public function testATableIsNamedByItsOwnerAlone(): void
    {
        $owners = self::FOREIGN + House::owners();
        self::assertGreaterThan(30, \count($owners));
        $wrong = [];
        foreach (House::classes() as $class => $one) {
            foreach (array_diff(House::tables($one['strings']), self::OF_ALL) as $table) {
                if (isset($owners[$table]) && $owners[$table] !== $one['room']) {
                    $wrong[] = "$class names $table, which is $owners[$table]'s";
                }
            }
        }
        self::assertSame([], $wrong);
    }

    public function testEveryTableThatIsWrittenBySqlIsNamedInItsDecisionRecord(): void
    {
        $record = (string) file_get_contents(\dirname(__DIR__, 2) . '/docs/decisions/08-dbal-for-hot-tables.md');
        $written = [];
        foreach (House::classes() as $one) {
            array_push($written, ...House::tables($one['strings'], '/\b(?:INSERT INTO|UPDATE|DELETE FROM)\s+"?([a-z_]+)"?/'));
        }
        $written = array_intersect(array_unique($written), array_keys(House::owners()));
        self::assertGreaterThan(20, \count($written));
        $unnamed = array_filter($written, static fn (string $table): bool => !str_contains($record, "`$table`"));
        self::assertSame([], array_values($unnamed), 'say there why, or write it through the ORM');
    }

    public function testEveryFloorIsKnownAndHasFewRooms(): void
    {
        $rooms = [];
        $ways = [];
        foreach (House::classes() as $class => $one) {
            // What stands over all floors is in none: the kernel, and messages.
            [$half, $floor] = [...explode('\\', $one['room']), ''];
            if ('' !== $floor) {
                $rooms["$half\\$floor"][$one['room']] = true;
            }
            // There may be any number of ways, each a room of its own.
            if (is_a($class, DeliveryWay::class, true)) {
                $ways[$one['room']] = true;
            }
        }
        self::assertEqualsCanonicalizing(Architecture::FLOORS, array_keys($rooms));
        foreach ($rooms as $floor => $of) {
            self::assertLessThanOrEqual(self::ROOMS, \count(array_diff_key($of, $ways)), $floor);
        }
    }

    public function testAFileHoldsOneIdea(): void
    {
        $root = \dirname(__DIR__, 2);
        $code = (new Finder())->files()->name(['*.php', '*.js', '*.css', '*.twig'])->in(array_map(
            static fn (string $part): string => "$root/$part",
            ['src', 'core/src', 'core/tests', 'tests', 'templates', 'assets/scripts', 'assets/styles', 'bench', 'migrations'],
        ));
        self::assertGreaterThan(1_000, \count($code));
        $long = [];
        foreach ($code as $file) {
            $lines = \count((array) file($file->getPathname()));
            $lines <= self::LINES || $long[$file->getFilename()] = $lines;
        }
        self::assertSame([], $long);
    }

    public function testAShortNameIsTakenOnce(): void
    {
        $names = [];
        foreach (array_keys(House::classes()) as $class) {
            $names[basename(strtr($class, '\\', '/'))][] = $class;
        }
        self::assertSame([], array_filter($names, static fn (array $of): bool => \count($of) > 1));
    }
}
