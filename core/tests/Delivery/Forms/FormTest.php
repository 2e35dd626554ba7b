<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Delivery\Forms;

use Morphea\Core\Delivery\Forms\FieldKind;
use Morphea\Core\Delivery\Forms\FormException;
use Morphea\Core\Delivery\Forms\FormField;
use Morphea\Core\Delivery\Forms\FormOrder;
use Morphea\Core\Message;
use Morphea\Core\Tests\English;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Forms whose answers become rows. */
final class FormTest extends TestCase
{
    #[DataProvider('answers')]
    public function testAnAnswerBecomesACellOrIsAskedForAgain(FieldKind $kind, string $answer, string $cell, string $wrong = ''): void
    {
        $field = new FormField('x', 'X', $kind, true, '', ['red', 'green']);
        try {
            self::assertSame($cell, $field->cell($answer));
            self::assertSame('', $wrong);
        } catch (FormException $e) {
            $says = $e->says();
            self::assertSame("public.form.$wrong", $says instanceof Message ? $says->id : $says);
        }
    }

    /** @return iterable<array{0: FieldKind, 1: string, 2: string, 3?: string}> */
    public static function answers(): iterable
    {
        yield [FieldKind::Line, "  Ada \n Fell\t", 'Ada Fell'];
        yield [FieldKind::Line, "A\u{0000}d\u{202E}a\u{FEFF}", 'Ada'];
        yield [FieldKind::Line, "\xC3\x28", '?('];
        yield [FieldKind::Line, '=HYPERLINK("http://x.example")', '=HYPERLINK("http://x.example")'];
        yield [FieldKind::Line, '<script>', '<script>'];
        yield [FieldKind::Line, '', '', 'needed'];
        yield [FieldKind::Line, " \u{200B} ", '', 'needed'];
        yield [FieldKind::Line, str_repeat('a', 301), '', 'too_long'];
        yield [FieldKind::Lines, "one\r\ntwo\n", "one\ntwo"];
        yield [FieldKind::Lines, str_repeat('a', 2_001), '', 'too_long'];
        yield [FieldKind::Number, '1 200,5', '1200,5'];
        yield [FieldKind::Number, 'many', '', 'no_number'];
        yield [FieldKind::Date, '2026-03-04', '2026-03-04'];
        yield [FieldKind::Date, '2026-02-30', '', 'no_date'];
        yield [FieldKind::YesNo, 'yes', 'yes'];
        yield [FieldKind::YesNo, 'maybe', '', 'no_yes_or_no'];
        yield [FieldKind::Choice, 'green', 'green'];
        yield [FieldKind::Choice, 'blue', '', 'not_listed'];
        yield [FieldKind::Mail, 'Ada <ada@dune.example>', 'ada@dune.example'];
        yield [FieldKind::Mail, 'ada', '', 'no_email'];
        yield [FieldKind::Colour, '#aabbcc', '#AABBCC'];
        yield [FieldKind::Colour, 'red', '', 'no_colour'];
    }

    public function testWhatIsNotNeededMayStayEmpty(): void
    {
        self::assertSame('', (new FormField('x', 'X', FieldKind::Mail, false))->cell(' '));
    }

    public function testItOpensAndClosesAndIsFullAtTheMost(): void
    {
        $form = FormOrder::of(
            self::said(['opens' => '2026-03-01T08:00', 'closes' => '2026-03-02T08:00', 'most' => '2']),
            new \DateTimeZone('UTC'),
        );
        $at = static fn (string $time): \DateTimeImmutable => new \DateTimeImmutable($time);
        self::assertEquals(
            new Message('public.form.opens', ['when' => $at('2026-03-01 08:00')]),
            $form->closed($at('2026-03-01 07:59'), 0),
        );
        self::assertNull($form->closed($at('2026-03-01 08:00'), 1));
        self::assertEquals(new Message('public.form.full'), $form->closed($at('2026-03-01 08:00'), 2));
        self::assertEquals(
            new Message('public.form.closed_at', ['when' => $at('2026-03-02 08:00')]),
            $form->closed($at('2026-03-02 08:00'), 0),
        );
        self::assertNull(FormOrder::of(self::said(), new \DateTimeZone('UTC'))->closed($at('2026-03-02 08:00'), 499));
    }

    public function testAnswersBecomeCellsOfTheirColumnsAndNothingElse(): void
    {
        [$cells, $wrong] = FormOrder::of(self::said(), new \DateTimeZone('UTC'))->answered(
            ['name' => 'Ada', 'mail' => 'nobody', 'face' => 'other.png', 'secret' => 'x', 'hours' => ['1']],
            ['face' => 'answer-1.png'],
        );
        self::assertSame(['name' => 'Ada', 'face' => 'answer-1.png'], $cells, 'a picture is the one that came, whatever is said');
        self::assertSame(['mail', 'hours'], array_keys($wrong));
    }

    public function testItsColourIsAColourAndWordsOnItCanBeRead(): void
    {
        self::assertSame('#3F7030', FormOrder::of(self::said(['colour' => '#3f7030']), new \DateTimeZone('UTC'))->colour);
        self::assertSame('', FormOrder::of(self::said(['colour' => 'red;}']), new \DateTimeZone('UTC'))->colour);
        self::assertTrue(FormOrder::of(self::said(['colour' => '#3F7030']), new \DateTimeZone('UTC'))->isDark());
        self::assertFalse(FormOrder::of(self::said(['colour' => '#F2C94C']), new \DateTimeZone('UTC'))->isDark());
        self::assertFalse(FormOrder::of(self::said(['colour' => '#888888']), new \DateTimeZone('UTC'))->isDark());
        self::assertTrue(FormOrder::of(self::said(['colour' => '#767676']), new \DateTimeZone('UTC'))->isDark());
    }

    public function testItIsReadAsItIsWritten(): void
    {
        $form = FormOrder::of(self::said(['opens' => '2026-03-01T08:00', 'looked' => false]), new \DateTimeZone('UTC'));
        self::assertEquals($form, FormOrder::of($form->toArray(), new \DateTimeZone('UTC')));
    }

    /** @param array<string, mixed> $said */
    #[DataProvider('wrong')]
    public function testWhatIsMissingIsSaid(array $said, string $says): void
    {
        English::refuses($says, static function () use ($said): void {
            FormOrder::of(self::said($said), new \DateTimeZone('UTC'))->check(['name', 'mail', 'face', 'hours']);
        });
    }

    /** @return iterable<array{array<string, mixed>, string}> */
    public static function wrong(): iterable
    {
        yield [['title' => ''], 'Enter a title for the form.'];
        yield [['fields' => []], 'Ask at least one question.'];
        yield [['opens' => '2026-03-01T08:00', 'closes' => '2026-03-01T08:00'], 'The form closes before it opens.'];
        yield [['fields' => [['column' => 'gone', 'label' => 'Gone']]], 'The column of “Gone” is no longer in the table'];
        yield [['fields' => [['column' => 'name', 'label' => '']]], 'Every field needs a question.'];
        yield [['fields' => [['column' => 'name', 'label' => 'A', 'kind' => 'choice', 'options' => 'one']]], 'Enter at least two options'];
        yield [['fields' => [['column' => 'name', 'label' => 'A'], ['column' => 'name', 'label' => 'B']]], 'asked for twice'];
    }

    /**
     * @param array<string, mixed> $said
     *
     * @return array<string, mixed>
     */
    private static function said(array $said = []): array
    {
        return $said + [
            'title' => 'Certificates',
            'fields' => [
                ['column' => 'name', 'label' => 'Your name', 'kind' => 'line', 'needed' => '1'],
                ['column' => 'mail', 'label' => 'Your mail', 'kind' => 'mail', 'needed' => '1'],
                ['column' => 'face', 'label' => 'Your face', 'kind' => 'picture'],
                ['column' => 'hours', 'label' => 'Hours', 'kind' => 'number', 'needed' => '1'],
            ],
        ];
    }
}
