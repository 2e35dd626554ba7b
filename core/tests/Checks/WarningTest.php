<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Checks;

use Morphea\Core\Checks\Remedy;
use Morphea\Core\Checks\Severity;
use Morphea\Core\Checks\Warning;
use Morphea\Core\Checks\WarningKind;
use Morphea\Core\Rendering\Drawing\Bounds;
use Morphea\Core\Tests\English;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\TestCase;

/** What is said of a piece is written down and read again without loss; what is not understood is left out, and breaks nothing. */
final class WarningTest extends TestCase
{
    public function testEveryKindIsWrittenDownAndReadAgain(): void
    {
        foreach (WarningKind::cases() as $i => $kind) {
            $warning = new Warning(
                $kind,
                Severity::cases()[$i % \count(Severity::cases())],
                'recipient',
                'Recipient',
                'is: so and so.',
                0 === $i % 2 ? null : new Bounds(1.25, 2.5, 30.75, 40),
                0 === $i % 3 ? null : 12.5,
                0 === $i % 3 ? null : 14.0,
                [Remedy::cases()[$i % \count(Remedy::cases())], Remedy::TouchUp],
            );
            self::assertEquals($warning, Warning::of($warning->toArray()));
        }
    }

    public function testWhatIsNotUnderstoodIsLeftOut(): void
    {
        $said = (new Warning(WarningKind::Edge, Severity::LookAtIt, 'a', 'A', 'is cut.', remedies: [Remedy::TouchUp]))->toArray();
        self::assertNull(Warning::of(['kind' => 'of-a-later-version'] + $said));
        self::assertNull(Warning::of(['severity' => 'dire'] + $said));
        self::assertNull(Warning::of([]));
        $read = Warning::of(['remedies' => ['pray', 'touch-up'], 'sentence' => 'without a name'] + $said);
        self::assertSame([Remedy::TouchUp], $read?->remedies);
        self::assertSame('without a name: ', English::say($read->sentence));
    }

    public function testLengthsAreRoundedAndOnlyTheWorstBlocks(): void
    {
        $said = (new Warning(WarningKind::Small, Severity::LookAtIt, 'a', 'A', '', new Bounds(1 / 3, 0, 2 / 3, 1), 2 / 3))->toArray();
        self::assertSame(['left' => 0.33, 'top' => 0.0, 'right' => 0.67, 'bottom' => 1.0], $said['box']);
        self::assertSame([0.67, null], [$said['measured'], $said['limit']]);
        $blocks = array_filter(
            Severity::cases(),
            static fn (Severity $one): bool => (new Warning(WarningKind::Small, $one, 'a', 'A', ''))->blocks(),
        );
        self::assertSame([Severity::CannotBeMade], array_values($blocks));
    }

    public function testATouchUpOfALayerThatIsGoneIsSaidByItsName(): void
    {
        $design = Make::design(Make::text('{name}'));
        self::assertSame(
            'Recipient: was touched up on this piece, and the picture is gone.',
            English::say(Warning::touchUp($design, 'recipient', 'the picture is gone')->sentence),
        );
        $gone = Warning::touchUp($design, 'seal', 'it is gone');
        self::assertSame(['', '“seal”: was touched up on this piece, and it is gone.'], [$gone->layer, English::say($gone->sentence)]);
    }

    public function testAllThatPeopleReadIsSaidInWordsOfItsOwn(): void
    {
        $labels = array_map(static fn (Remedy $one): string => English::say($one->label()), Remedy::cases());
        self::assertSame($labels, array_unique($labels));
        foreach ([...$labels, ...array_map(
            static fn (WarningKind $one): string => English::say($one->brief()),
            WarningKind::cases(),
        )] as $label) {
            self::assertMatchesRegularExpression('/^\p{Lu}?[^_]{4,60}$/u', $label);
        }
    }
}
