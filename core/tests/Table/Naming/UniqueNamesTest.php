<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Table\Naming;

use Morphea\Core\Table\Naming\UniqueNames;
use PHPUnit\Framework\TestCase;

final class UniqueNamesTest extends TestCase
{
    public function testNoTwoAreOneOnAnyMachine(): void
    {
        $names = new UniqueNames();
        self::assertSame('Ada.png', $names->give('Ada.png'));
        self::assertSame('ADA-2.PNG', $names->give('ADA.PNG'));
        self::assertSame('Ada-3.png', $names->give('Ada.png'));
        self::assertSame('Ada.pdf', $names->give('Ada.pdf'));
        self::assertSame("Zo\u{00EB}.png", $names->give("Zo\u{00EB}.png"));
        self::assertSame("Zoe\u{0308}-2.png", $names->give("Zoe\u{0308}.png"), 'composed and not');
        self::assertSame('Straße.png', $names->give('Straße.png'));
        self::assertSame('STRASSE-2.png', $names->give('STRASSE.png'));
        self::assertSame('a.b/c', $names->give('a.b/c'));
        self::assertSame('a.b/c-2', $names->give('a.b/c'), 'a dot in a folder is no ending');
        self::assertSame('none', $names->give('none'));
    }
}
