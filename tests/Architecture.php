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

    public function testMakingNeverKnowsWhoAsked(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('Morphea\App\Making'))
            ->shouldNotDependOn()
            ->classes(
                Selector::inNamespace('Morphea\App\Entity'),
                Selector::inNamespace('Morphea\App\Press'),
                Selector::inNamespace('Morphea\App\Command'),
                Selector::inNamespace('Morphea\App\Storage'),
            )
            ->because('runs and the command line drive one making; where pieces go is a Sink');
    }

    public function testWorkKnowsNoStation(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('Morphea\App\Work'))
            ->shouldNotDependOn()
            ->classes(
                Selector::inNamespace('Morphea\App\Bench'),
                Selector::inNamespace('Morphea\App\Compose'),
                Selector::inNamespace('Morphea\App\Rows'),
                Selector::inNamespace('Morphea\App\Press'),
                Selector::inNamespace('Morphea\App\Web'),
            )
            ->because('the room for long work takes any Task; each station brings its own');
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
