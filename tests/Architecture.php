<?php

declare(strict_types=1);

namespace Morphea\Tests;

use PHPat\Selector\Selector;
use PHPat\Test\Builder\Rule;
use PHPat\Test\PHPat;

/**
 * The floors of the house, the lowest first; PHPStan checks them. A floor may use those below it and no others. Which rooms
 * of a floor use each other is theirs to decide, as long as nothing goes in a circle (`tests/Structure`).
 */
final class Architecture
{
    public const FLOORS = [
        'Core\Table', 'Core\Design', 'Core\Rendering', 'Core\Checks', 'Core\Output', 'Core\Delivery',
        'App\Platform', 'App\Engine', 'App\Project', 'App\Editor', 'App\Runs', 'App\Delivery', 'App\Cli',
    ];

    /** @return iterable<Rule> */
    public function testAFloorUsesOnlyThoseBelowIt(): iterable
    {
        foreach (self::FLOORS as $height => $floor) {
            $above = \array_slice(self::FLOORS, $height + 1);
            if ([] !== $above) {
                yield PHPat::rule()
                    ->classes(Selector::inNamespace("Morphea\\$floor"))
                    ->shouldNotDependOn()
                    ->classes(...array_map(static fn (string $other) => Selector::inNamespace("Morphea\\$other"), $above))
                    ->because("$floor lies below them: let it say an event or declare an interface, and let them answer");
            }
        }
    }

    public function testCoreKnowsNoFramework(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('Morphea\Core'))
            ->excluding(Selector::inNamespace('Morphea\Core\Tests'))
            ->canOnlyDependOn()
            // The one package in there: the RFC's rules of email addresses, which know no framework either.
            ->classes(Selector::inNamespace('Morphea\Core'), Selector::inNamespace('Egulias\EmailValidator'))
            ->because('the rules of the job must not depend on any framework');
    }

    public function testStationsDoNotUseEachOthersControllers(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('Morphea\App'))
            ->shouldNotDependOn()
            ->classes(Selector::classname('/^Morphea.+Controller$/', true))
            ->because('controllers answer requests; what two stations share is a service');
    }
}
