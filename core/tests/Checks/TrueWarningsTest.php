<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Checks;

use Morphea\Core\Checks\Inspected;
use Morphea\Core\Checks\UnfilledCheck;
use Morphea\Core\Checks\Warning;
use Morphea\Core\Checks\WarningKind;
use Morphea\Core\Checks\WholeSet;
use Morphea\Core\Design\Model\FitRule;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Design\Styles\FitMode;
use Morphea\Core\Design\Styles\Shadow;
use Morphea\Core\Design\Styles\TextEffects;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Tests\English;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** A warning is worth a look: what is no fault is not told, and what is one is. */
final class TrueWarningsTest extends TestCase
{
    public function testTheShadowOfALineIsNoLineOfItsOwn(): void
    {
        $text = Make::text(
            'for {hours} hours at the bench, bringing kettles back to use',
            FitRule::wrap(4),
            frame: new Frame(40, 40, 700, 600)
        );
        $shadowed = self::with($text, ['effects' => new TextEffects(shadow: new Shadow('#17211E', 4, 4, 8, 0.4))]);
        self::assertSame([], self::kinds([$shadowed], ['hours' => '41'], WarningKind::Broken));
    }

    public function testConstantWordsThatStayAsTheyAreWerePlacedAsTheyLook(): void
    {
        $frame = new Frame(100, 100, 300, 120);
        self::assertSame([], self::kinds([Make::text('Isolde Marrow', frame: $frame)], [], WarningKind::Overset));
        self::assertSame([], self::kinds(
            [self::with(Make::text('Isolde Marrow', frame: $frame), ['arc' => 60.0])],
            [],
            WarningKind::Overset
        ));
        self::assertSame(['recipient'], self::kinds(
            [Make::text('{name}', frame: $frame)],
            ['name' => 'Isolde Marrow'],
            WarningKind::Overset
        ));
        $shrinks = Make::text('Isolde Marrow of the upper bench', FitRule::shrink(90), frame: $frame);
        self::assertSame(['recipient'], self::kinds([$shrinks], [], WarningKind::Overset), 'a rule that does not hold is told');
        // Cut off at the edge they are told, whatever rule they have.
        $out = Make::text('Isolde Marrow', frame: new Frame(900, 100, 300, 120));
        self::assertSame(['recipient'], self::kinds([$out], [], WarningKind::Edge));
    }

    /** WCAG 2.2, 1.4.3: from 18 pt, or 14 pt bold, 3 to 1 are enough; a design for screens is seen as a phone shows it. */
    #[TestWith([20.0, 400, 4.5])]
    #[TestWith([38.0, 400, 4.5])]
    #[TestWith([38.0, 700, 3.0])]
    #[TestWith([60.0, 400, 3.0])]
    #[TestWith([300.0, 400, 3.0])]
    public function testLargeLettersNeedLessContrast(float $size, int $weight, float $needed): void
    {
        $style = Make::style($size);
        $text = Make::text('{name}', style: new ($style::class)(...['weight' => $weight] + get_object_vars($style)));
        $design = Make::design($text);
        self::assertEqualsWithDelta(
            $needed,
            (new Inspected($design, Make::laid($design, ['name' => 'Ng'])))->neededContrast($text),
            0.001,
        );
    }

    public function testSampleWordsAndBracesThatNameNothingAreTold(): void
    {
        self::assertSame(['recipient'], self::kinds([Make::text('Text')], [], WarningKind::Sample));
        self::assertSame([], self::kinds([Make::text('Text of the day')], [], WarningKind::Sample));
        $braces = Make::text(Pattern::quote('A {tip} for winter'));
        $found = array_values(array_filter(
            Make::warnings(Make::design($braces), []),
            static fn (Warning $one): bool => WarningKind::Braces === $one->kind,
        ));
        self::assertSame('Recipient: “{tip}” is printed literally; no column has this name.', English::say($found[0]->sentence));
        self::assertSame(
            [],
            self::kinds([Make::text(Pattern::quote('{ }'))], [], WarningKind::Braces),
            'with nothing that could be a name'
        );
    }

    public function testAPieceThatShowsNothingOfItsRowIsTold(): void
    {
        $design = Make::design(Make::text('Kettles'), Make::text('{name}', id: 'name'), Make::text('{town}', id: 'town'));
        $unfilled = static fn (array $cells): string => English::say(
            UnfilledCheck::warning($design, [Make::laid($design, $cells)])?->what,
        );
        self::assertSame('', $unfilled(['name' => 'Ng', 'town' => '']));
        self::assertStringContainsString('placeholders are empty', $unfilled(['name' => '', 'town' => ' ']));
        $constant = Make::design(Make::text('Kettles'));
        self::assertStringContainsString(
            'no placeholder',
            English::say(UnfilledCheck::warning($constant, [Make::laid($constant, ['name' => 'Ng'])])?->what),
        );
    }

    public function testWordsThatFillTheirFrameAreOfManySizesAsTheyAreMeant(): void
    {
        foreach ([[FitRule::of(FitMode::Fill, 10, 1), 0], [FitRule::shrink(10), 1]] as [$rule, $found]) {
            $design = Make::design(Make::text('{name}', $rule));
            $set = new WholeSet();
            foreach (['Ng', 'Pip', 'Oar', 'Moor', 'Tansy', 'Maximiliana Theodora Featherstonehaugh of Pellinore'] as $i => $name) {
                $set->add($i + 1, WholeSet::facts($design, [Make::laid($design, ['name' => $name])]));
            }
            self::assertCount($found, $set->warnings());
        }
    }

    /**
     * @param list<TextLayer>       $texts
     * @param array<string, string> $cells
     *
     * @return list<string> layers about which this was found
     */
    private static function kinds(array $texts, array $cells, WarningKind $kind): array
    {
        $found = array_filter(
            Make::warnings(Make::design(...$texts), $cells),
            static fn (Warning $one): bool => $kind === $one->kind,
        );

        return array_values(array_map(static fn (Warning $one): string => $one->layer, $found));
    }

    /** @param array<string, mixed> $values */
    private static function with(TextLayer $text, array $values): TextLayer
    {
        $own = array_diff_key(get_object_vars($text), ['pattern' => true]);

        return new TextLayer(...$values + $own);
    }
}
