<?php

declare(strict_types=1);

namespace Morphea\Tests;

use PHPat\Selector\Selector;
use PHPat\Test\Builder\Rule;
use PHPat\Test\PHPat;

/** The arrows of the house, all pointing down; PHPStan checks them. */
final class Architecture
{
    public function testCoreKnowsOnlyItself(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('Morphea\Core'))
            ->excluding(Selector::inNamespace('Morphea\Core\Tests'))
            ->canOnlyDependOn()
            ->classes(Selector::inNamespace('Morphea\Core'))
            ->because('the rules of the job must not depend on any framework');
    }

    public function testRenderNeverSeesEntities(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('Morphea\App\Render'))
            ->shouldNotDependOn()
            ->classes(Selector::inNamespace('Morphea\App\Entity'))
            ->because('rendering works on drawings, with or without a database');
    }

    public function testImportNeverSeesEntities(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('Morphea\App\Import'))
            ->shouldNotDependOn()
            ->classes(Selector::inNamespace('Morphea\App\Entity'))
            ->because('files become core values; storing them is another room');
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
