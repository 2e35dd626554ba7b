<?php

declare(strict_types=1);

namespace Morphea\Tests;

use PHPat\Selector\Selector;
use PHPat\Test\Builder\Rule;
use PHPat\Test\PHPat;

/**
 * The rooms of the house and every arrow between them; PHPStan checks them. A room may use those it names here and no
 * others, and it names only rooms that stand above it in this list: so no arrows go in a circle.
 */
final class Architecture
{
    private const ROOMS = [
        'Core\Foreign' => [],
        'Core\Cell' => [],
        'Core\Graphic' => [],
        'Core\Preview' => [],
        'Core\Work' => [],
        'Core\Naming' => [],
        'Core\Pattern' => ['Core\Cell'],
        'Core\Seal' => ['Core\Pattern'],
        'Core\Data' => ['Core\Cell', 'Core\Naming', 'Core\Pattern', 'Core\Seal'],
        'Core\Press' => ['Core\Naming', 'Core\Pattern', 'Core\Data'],
        'Core\Template' => ['Core\Graphic', 'Core\Naming', 'Core\Pattern', 'Core\Data'],
        'Core\Code' => ['Core\Foreign', 'Core\Template'],
        'Core\Type' => ['Core\Foreign', 'Core\Template'],
        'Core\Drawing' => ['Core\Graphic', 'Core\Template', 'Core\Type'],
        'Core\Layout' => [
            'Core\Graphic', 'Core\Pattern', 'Core\Data', 'Core\Template', 'Core\Code', 'Core\Type', 'Core\Drawing',
        ],
        'Core\Beat' => ['Core\Template', 'Core\Drawing', 'Core\Layout'],
        'Core\Sheet' => ['Core\Pattern', 'Core\Template', 'Core\Drawing', 'Core\Layout'],
        'Core\Mail' => ['Core\Pattern', 'Core\Data'],
        'Core\Form' => ['Core\Data', 'Core\Mail'],
        'Core\Follow' => ['Core\Data'],
        'Core\Calendar' => ['Core\Pattern', 'Core\Data'],
        'Core\Proof' => ['Core\Graphic', 'Core\Data', 'Core\Template', 'Core\Drawing', 'Core\Layout', 'Core\Beat'],
        'App\Drafting' => ['Core\Data'],
        'App\Entity' => ['Core\Data', 'Core\Template', 'Core\Layout', 'Core\Mail'],
        'App\History' => ['App\Entity'],
        'App\Hand' => ['Core\Template', 'Core\Layout', 'Core\Proof', 'App\Entity'],
        'App\Storage' => [],
        'App\Account' => ['App\Entity', 'App\Storage'],
        'App\Render' => [
            'Core\Foreign', 'Core\Graphic', 'Core\Naming', 'Core\Template', 'Core\Type', 'Core\Drawing', 'Core\Layout',
            'Core\Sheet', 'Core\Preview', 'Core\Proof', 'App\Storage',
        ],
        'App\Media' => ['Core\Naming', 'Core\Layout', 'App\Storage', 'App\Render'],
        'App\Import' => [
            'Core\Cell', 'Core\Naming', 'Core\Data', 'Core\Template', 'Core\Type', 'Core\Drawing', 'Core\Layout', 'Core\Proof',
            'App\Storage', 'App\Render', 'App\Media',
        ],
        'App\Film' => [
            'Core\Template', 'Core\Drawing', 'Core\Layout', 'Core\Beat', 'App\Storage', 'App\Render', 'App\Media',
        ],
        'App\Fonts' => ['Core\Type', 'App\Entity', 'App\Render', 'App\Import'],
        'App\Making' => [
            'Core\Naming', 'Core\Data', 'Core\Press', 'Core\Template', 'Core\Type', 'Core\Drawing', 'Core\Layout', 'Core\Beat',
            'Core\Sheet', 'Core\Preview', 'Core\Proof', 'App\Storage', 'App\Render', 'App\Film',
        ],
        'App\Templates' => ['Core\Template', 'App\Entity'],
        'App\Work' => ['Core\Work', 'App\Entity', 'App\Storage', 'App\Import'],
        'App\Pictures' => [
            'Core\Naming', 'Core\Template', 'Core\Drawing', 'Core\Layout', 'App\Entity', 'App\Storage', 'App\Render', 'App\Media',
            'App\Import', 'App\Work',
        ],
        'App\Tables' => ['Core\Cell', 'Core\Data', 'Core\Template', 'App\Entity', 'App\Storage', 'App\Pictures'],
        'App\Open' => [
            'Core\Data', 'Core\Template', 'Core\Drawing', 'Core\Layout', 'Core\Beat', 'Core\Proof', 'App\Entity', 'App\Hand', 'App\Render',
            'App\Fonts', 'App\Pictures', 'App\Tables',
        ],
        'App\Bar' => ['Core\Template', 'App\Entity', 'App\Work', 'App\Open'],
        'App\Web' => ['Core\Naming', 'App\Entity', 'App\Account', 'App\Storage', 'App\Import', 'App\Tables'],
        'App\Compose' => [
            'Core\Pattern', 'Core\Data', 'Core\Template', 'Core\Type', 'Core\Drawing', 'Core\Layout', 'Core\Beat', 'Core\Proof',
            'App\Entity', 'App\Hand', 'App\Render', 'App\Media', 'App\Import', 'App\Film', 'App\Fonts', 'App\Templates', 'App\Work',
            'App\Pictures', 'App\Tables', 'App\Open', 'App\Web',
        ],
        'App\Proof' => [
            'Core\Cell', 'Core\Naming', 'Core\Pattern', 'Core\Data', 'Core\Press', 'Core\Template', 'Core\Drawing',
            'Core\Layout', 'Core\Beat', 'Core\Proof', 'App\Entity', 'App\Hand', 'App\Storage', 'App\Render', 'App\Templates',
            'App\Work', 'App\Tables', 'App\Open', 'App\Web',
        ],
        'App\Press' => [
            'Core\Cell', 'Core\Naming', 'Core\Pattern', 'Core\Data', 'Core\Press', 'Core\Template', 'Core\Layout', 'Core\Sheet',
            'Core\Proof', 'App\Entity', 'App\Hand', 'App\Storage', 'App\Render', 'App\Fonts', 'App\Making', 'App\Work', 'App\Pictures',
            'App\Tables',
            'App\Open', 'App\Web', 'App\Proof',
        ],
        'App\Sheets' => [
            'Core\Data', 'Core\Drawing', 'Core\Layout', 'Core\Sheet', 'Core\Template', 'App\Entity', 'App\Storage', 'App\Render',
            'App\Making',
            'App\Open', 'App\Press', 'App\Web',
        ],
        'App\Deliver' => [
            'Core\Pattern', 'Core\Data', 'App\Entity', 'App\History', 'App\Render', 'App\Making', 'App\Press', 'App\Tables',
            'App\Account', 'App\Web',
        ],
        'App\Seal' => [
            'App\Account',
            'Core\Pattern', 'Core\Seal', 'Core\Data', 'Core\Template', 'App\Entity', 'App\History', 'App\Storage', 'App\Templates',
            'App\Tables',
            'App\Compose', 'App\Press', 'App\Deliver', 'App\Web',
        ],
        'App\Previews' => [
            'Core\Drawing', 'Core\Template', 'Core\Preview', 'App\Entity', 'App\Render', 'App\Import', 'App\Making', 'App\Pictures',
            'App\Tables', 'App\Open', 'App\Web', 'App\Press',
        ],
        'App\Collect' => [
            'Core\Pattern', 'Core\Naming', 'Core\Data', 'Core\Drawing', 'Core\Layout', 'Core\Template', 'Core\Form', 'App\Entity',
            'App\History',
            'App\Account', 'App\Render', 'App\Import', 'App\Fonts', 'App\Pictures', 'App\Tables', 'App\Open', 'App\Web',
            'App\Deliver',
        ],
        'App\Mail' => [
            'Core\Pattern', 'Core\Data', 'Core\Mail', 'App\Entity', 'App\History', 'App\Storage', 'App\Render', 'App\Work',
            'App\Tables', 'App\Web', 'App\Press', 'App\Deliver',
        ],
        'App\Calendar' => [
            'Core\Cell', 'Core\Pattern', 'Core\Data', 'Core\Calendar', 'App\Entity', 'App\History', 'App\Render', 'App\Tables',
            'App\Web', 'App\Press', 'App\Deliver',
        ],
        'App\Follow' => [
            'Core\Data', 'Core\Seal', 'Core\Mail', 'Core\Follow', 'App\Entity', 'App\History', 'App\Tables', 'App\Press',
            'App\Deliver', 'App\Collect', 'App\Seal', 'App\Mail', 'App\Calendar',
        ],
        'App\Rows' => [
            'Core\Cell', 'Core\Naming', 'Core\Pattern', 'Core\Data', 'Core\Template', 'App\Drafting', 'App\Entity',
            'App\Storage', 'App\Import', 'App\Templates', 'App\Work', 'App\Pictures', 'App\Tables', 'App\Web', 'App\Press', 'App\Deliver',
        ],
        'App\Keeping' => [
            'App\Entity', 'App\Account', 'App\Web', 'App\Mail', 'App\Storage', 'App\Media', 'App\Pictures', 'App\Press', 'App\Rows',
        ],
        'App\Projects' => [
            'Core\Cell', 'Core\Pattern', 'Core\Naming', 'Core\Data', 'Core\Template', 'Core\Type', 'App\Entity', 'App\Hand',
            'App\Storage', 'App\Account', 'App\Render',
            'App\Import', 'App\Fonts', 'App\Templates', 'App\Work', 'App\Pictures', 'App\Tables', 'App\Open', 'App\Web', 'App\Deliver',
            'App\Rows',
        ],
        'App\Health' => ['App\Storage', 'App\Work'],
        'App\Command' => [
            'Core\Cell', 'Core\Naming', 'Core\Pattern', 'Core\Seal', 'Core\Data', 'Core\Press', 'Core\Template', 'Core\Drawing',
            'Core\Layout', 'Core\Beat', 'Core\Sheet', 'Core\Preview', 'Core\Proof', 'App\Entity', 'App\Mail', 'App\Storage',
            'App\Account', 'App\Seal', 'App\Render',
            'App\Import', 'App\Making',
            'App\Proof',
            'App\Keeping', 'App\Projects',
        ],
    ];

    /** @return iterable<Rule> */
    public function testEveryArrow(): iterable
    {
        foreach (['Core' => 'core/src', 'App' => 'src'] as $side => $folder) {
            foreach (glob(\dirname(__DIR__) . "/$folder/*", \GLOB_ONLYDIR) ?: [] as $room) {
                if (!isset(self::ROOMS["$side\\" . basename($room)])) {
                    throw new \LogicException("Say in the list of rooms what $room may use.");
                }
            }
        }
        $above = [];
        foreach (self::ROOMS as $room => $uses) {
            if ([] !== ($wrong = array_diff($uses, $above))) {
                throw new \LogicException("$room uses " . implode(', ', $wrong) . ': name it further down, or it is a circle.');
            }
            $above[] = $room;
            yield PHPat::rule()
                ->classes(Selector::inNamespace("Morphea\\$room"))
                ->shouldNotDependOn()
                ->classes(
                    ...array_map(
                        static fn (string $other) => Selector::inNamespace("Morphea\\$other"),
                        array_values(array_diff(array_keys(self::ROOMS), $uses, [$room])),
                    ),
                )
                ->because("the arrows of the house are said in this file, and $room has none to there");
        }
    }

    public function testCoreKnowsNoFramework(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('Morphea\Core'))
            ->excluding(Selector::inNamespace('Morphea\Core\Tests'))
            ->canOnlyDependOn()
            ->classes(Selector::inNamespace('Morphea\Core'))
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
