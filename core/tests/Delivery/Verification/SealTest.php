<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Delivery\Verification;

use Morphea\Core\Delivery\Verification\Sealed;
use Morphea\Core\Delivery\Verification\SealKey;
use Morphea\Core\Delivery\Verification\SealOrder;
use Morphea\Core\Delivery\Verification\Statement;
use Morphea\Core\Table\Data\Recipe\VerificationCode;
use Morphea\Core\Tests\English;
use PHPUnit\Framework\TestCase;

/** Codes, statements and signatures by which a piece is known to be genuine. */
final class SealTest extends TestCase
{
    private const LETTERS = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';

    public function testARowHasACodeOfItsOwnForGood(): void
    {
        $codes = array_map(static fn (int $row): string => VerificationCode::of('secret', $row), range(1, 20_000));
        self::assertCount(20_000, array_unique($codes));
        self::assertSame($codes[6], VerificationCode::of('secret', 7));
        self::assertNotSame($codes[6], VerificationCode::of('another', 7));
        self::assertMatchesRegularExpression('/^[' . self::LETTERS . ']{4}(-[' . self::LETTERS . ']{4}){2}$/', $codes[0]);
    }

    public function testACodeIsReadHoweverItIsTyped(): void
    {
        $code = VerificationCode::of('secret', 3);
        self::assertSame($code, VerificationCode::read($code));
        self::assertSame($code, VerificationCode::read(' ' . strtolower(str_replace('-', ' ', $code)) . "\n"));
        self::assertSame($code, VerificationCode::read(strtr($code, ['0' => 'o', '1' => 'l', '-' => '–'])));
        foreach (['', 'x', substr($code, 1), $code . '0', 'UUUU-UUUU-UUUU', "<b>$code"] as $other) {
            self::assertNull(VerificationCode::read($other));
        }
    }

    public function testEveryWrongLetterAndEveryTwoThatChangedPlacesAreNoticed(): void
    {
        foreach (range(1, 12) as $row) {
            $code = str_replace('-', '', VerificationCode::of('secret', $row));
            for ($i = 0; $i < 12; ++$i) {
                foreach (str_split(self::LETTERS) as $letter) {
                    $wrong = substr_replace($code, $letter, $i, 1);
                    self::assertSame($wrong === $code, null !== VerificationCode::read($wrong), "$wrong for $code");
                }
                for ($j = $i + 1; $j < 12; ++$j) {
                    $swapped = $code;
                    [$swapped[$i], $swapped[$j]] = [$code[$j], $code[$i]];
                    self::assertSame($swapped === $code, null !== VerificationCode::read($swapped), "$swapped for $code");
                }
            }
        }
    }

    public function testWhatIsSealedIsKnownByItsKeyAndByNoOther(): void
    {
        $key = SealKey::make();
        $sealed = Sealed::by($key, self::statement());
        $public = SealKey::of($key->public);
        self::assertTrue($sealed->isBy($public), 'the public half is enough to check');
        self::assertFalse($sealed->isBy(SealKey::make()));
        $again = Sealed::read($sealed->json());
        self::assertTrue($again->isBy($public));
        self::assertEquals($sealed, $again);
        foreach (array_keys(self::statement()->toArray()) as $fact) {
            $data = json_decode($sealed->json(), true);
            $data['statement'][$fact] .= ' ';
            self::assertFalse(Sealed::read((string) json_encode($data))->isBy($public), "$fact was changed");
        }
        self::assertSame(
            '{"by":"The guild","code":"C","day":"4 March 2026","sealed":"2026-03-05T10:00:00Z","what":"Clocks/chairs","whom":"Влада"}',
            self::statement()->bytes(),
            'the bytes that are signed are the same on every machine',
        );
    }

    public function testLineSeparatorsAreSignedAsTheStandardHasThemAndOldSignaturesHold(): void
    {
        $statement = new Statement('C', "A\u{2028}da", "x\u{2029}y", '', 'The guild', '2026-03-05T10:00:00Z');
        self::assertStringContainsString("A\u{2028}da", $statement->bytes(), 'RFC 8785, 3.2.2.2: nothing but controls is escaped');
        self::assertStringContainsString('A\u2028da', $statement->bytes(asBefore: true));
        $key = SealKey::make();
        $old = Sealed::kept($statement, $key->id, sodium_crypto_sign_detached($statement->bytes(asBefore: true), $key->secret()));
        self::assertTrue($old->isBy($key));
        self::assertTrue(Sealed::by($key, $statement)->isBy($key));
        self::assertFalse(Sealed::by(SealKey::make(), $statement)->isBy($key));
    }

    public function testASealOfTodayIsTheOneOfRfc8032(): void
    {
        // RFC 8032, 7.1, test 1: the signature of nothing.
        $seed = hex2bin('9d61b19deffd5a60ba844af492ec2cc44449c5697b326919703bac031cae7f60') ?: 'none';
        $pair = sodium_crypto_sign_seed_keypair($seed);
        $key = SealKey::of(sodium_crypto_sign_publickey($pair), sodium_crypto_sign_secretkey($pair));
        self::assertSame('d75a980182b10ab7d54bfed3c964073a0ee172f3daa62325af021a68f707511a', bin2hex($key->public));
        self::assertStringStartsWith('e5564300c360ac729086e2cc806e828a', bin2hex(sodium_crypto_sign_detached('', $key->secret())));
    }

    public function testWhatIsNoStatementIsSaid(): void
    {
        $good = json_decode(Sealed::by(SealKey::make(), self::statement())->json(), true);
        foreach (
            [
                '' => 'not a signed statement',
                '[]' => 'not a signed statement',
                (string) json_encode(['version' => 2] + $good) => 'a newer format',
                (string) json_encode(['signature' => 'x!'] + $good) => 'no readable signature',
                (string) json_encode(['signature' => base64_encode('short')] + $good) => 'no readable signature',
                (string) json_encode(['statement' => ['code' => 'x']] + $good) => 'has no “whom”',
                (string) json_encode(['statement' => ['valid' => 'for ever'] + $good['statement']] + $good) => 'does not know: “valid”',
            ] as $json => $says
        ) {
            English::refuses($says, static fn (): Sealed => Sealed::read((string) $json));
        }
        English::refuses('which has 32 bytes', static fn (): mixed => SealKey::of('short'));
    }

    public function testWhatIsMissingInTheOrderIsSaid(): void
    {
        $good = ['whom' => 'name', 'what' => 'Certificate for {craft}', 'day' => ''];
        SealOrder::of($good)->check(['name', 'craft'], 'en_GB');
        foreach (
            [
                'the person the piece is issued to' => ['whom' => 'gone'],
                'Enter what the piece is for' => ['what' => ' '],
                'date column is no longer' => ['day' => 'gone'],
                '“gone”, which is not a column' => ['what' => '{gone}'],
                'is never closed' => ['what' => '{'],
            ] as $says => $said
        ) {
            English::refuses($says, static fn () => SealOrder::of($said + $good)->check(['name', 'craft'], 'en_GB'));
        }
    }

    private static function statement(): Statement
    {
        return new Statement('C', 'Влада', 'Clocks/chairs', '4 March 2026', 'The guild', '2026-03-05T10:00:00Z');
    }
}
