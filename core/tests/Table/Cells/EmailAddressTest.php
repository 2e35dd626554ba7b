<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Table\Cells;

use Morphea\Core\Table\Cells\EmailAddress;
use Morphea\Core\Tests\English;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Addresses of mail as they stand in cells. */
final class EmailAddressTest extends TestCase
{
    #[DataProvider('good')]
    public function testWhatPeopleWriteIsRead(string $cell, string $email, string $name = ''): void
    {
        $address = EmailAddress::of($cell);
        self::assertSame([$email, $name], [$address->email, $address->name]);
    }

    /** @return iterable<array{string, string, 2?: string}> */
    public static function good(): iterable
    {
        yield ['ada@dune.example', 'ada@dune.example'];
        yield ["  ada@dune.example\u{00A0}\n", 'ada@dune.example'];
        yield ["ada@dune\u{200B}.example", 'ada@dune.example'];
        yield ['mailto:ada@dune.example', 'ada@dune.example'];
        yield ['Ada Fell <ada@dune.example>', 'ada@dune.example', 'Ada Fell'];
        yield ['"Fell, Ada" <ada@dune.example>', 'ada@dune.example', 'Fell, Ada'];
        yield ['ada+guild.x@dune.example', 'ada+guild.x@dune.example'];
        yield ['ada@Düne.example', 'ada@xn--dne-hoa.example'];
        yield ['влада@dune.example', 'влада@dune.example'];
    }

    #[DataProvider('bad')]
    public function testWhatCannotBeRightIsSaidInWords(string $cell, string $says): void
    {
        English::refuses($says, static fn (): mixed => EmailAddress::of($cell));
    }

    /** @return iterable<array{string, string}> */
    public static function bad(): iterable
    {
        yield ['', 'The cell is empty.'];
        yield ['ada', '“ada” has no @.'];
        yield ['@dune.example', 'nothing before the @'];
        yield ['ada@dune', 'no complete domain'];
        yield ['ada fell@dune.example', 'contains a space'];
        yield ['ada@dune,example', 'or a comma'];
        yield ['ada@dune.example; otto@dune.example', 'more than one address'];
        yield ['ada..fell@dune.example', 'a dot in the wrong place'];
        yield ['ada@dune.example.', 'a dot in the wrong place'];
        yield ['a<b@dune.example', 'is not an email address'];
        yield [str_repeat('a', 65) . '@dune.example', 'is not an email address'];
        yield ['ada@-dune-.example', 'is not an email address'];
        yield ['ada(fell)@dune.example', 'is not an email address'];
        yield ['ada@' . str_repeat('dune.', 60) . 'example', 'is not an email address'];
    }

    public function testACellOfCopiesHoldsSeveral(): void
    {
        $found = EmailAddress::parts("ada@dune.example; Otto <otto@dune.example>,\nng@dune.example,");
        self::assertSame(
            ['ada@dune.example', 'otto@dune.example', 'ng@dune.example'],
            array_map(static fn (string $one): string => EmailAddress::of($one)->email, $found),
        );
        self::assertSame([], EmailAddress::parts('  '));
    }

    public function testNobodyBeginsAHeaderInAName(): void
    {
        self::assertSame('Ada Bcc: all@dune.example', EmailAddress::of("Ada\r\nBcc: all@dune.example <ada@dune.example>")->name);
    }
}
