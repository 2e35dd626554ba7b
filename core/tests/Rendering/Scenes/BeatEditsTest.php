<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Rendering\Scenes;

use Morphea\Core\Design\Edits\SetBeats;
use Morphea\Core\Design\Model\Beat;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Model\Stay;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** Beats are added, moved and taken away, and layers that came or went with them still come before they go. */
final class BeatEditsTest extends TestCase
{
    /**
     * @param list<string> $beats
     */
    #[TestWith([['hook', 'tip', 'close'], 'tip', 'tip'], 'all as it was')]
    #[TestWith([['hook', 'close'], 'close', null], 'comes with what followed; it cannot go before it comes')]
    #[TestWith([['hook', 'tip'], 'tip', 'tip'], 'what is gone was not its own')]
    #[TestWith([['hook'], null, 'hook'], 'nothing followed, so it is there from the start')]
    #[TestWith([['new', 'hook', 'tip', 'close'], 'tip', 'tip'], 'one more before')]
    #[TestWith([['close', 'tip', 'hook'], 'tip', 'tip'], 'in another order')]
    #[TestWith([[], null, null], 'without beats all is always there')]
    public function testALayerComesAndGoesWithWhatIsLeft(array $beats, ?string $comes, ?string $goes): void
    {
        $stay = self::after(new Stay('tip', 'tip'), $beats);
        self::assertSame([$comes, $goes], [$stay?->comes, $stay?->goes]);
    }

    public function testALayerThatWentWithOneThatIsGoneGoesWithWhatWasBeforeIt(): void
    {
        $stay = self::after(new Stay('hook', 'tip'), ['hook', 'close']);
        self::assertSame(['hook', 'hook'], [$stay?->comes, $stay?->goes]);
        $stay = self::after(new Stay(null, 'hook'), ['tip', 'close']);
        self::assertSame([null, null], [$stay?->comes, $stay?->goes], 'nothing was before it');
        self::assertNull(self::after(null, ['hook']));
    }

    public function testWhateverIsDoneEveryLayerIsSeen(): void
    {
        $all = ['hook', 'tip', 'more', 'close'];
        for ($left = 0; $left < 16; ++$left) {
            $stays = static fn (int $i): bool => 0 !== ($left & 1 << $i);
            $beats = array_values(array_filter($all, $stays, \ARRAY_FILTER_USE_KEY));
            foreach ([null, ...$all] as $comes) {
                foreach ([null, ...$all] as $goes) {
                    if (null !== $comes && null !== $goes && array_search($comes, $all, true) > array_search($goes, $all, true)) {
                        continue;
                    }
                    $stay = self::after(new Stay($comes, $goes), $beats, $all);
                    $from = null === $stay?->comes ? 0 : array_search($stay->comes, $beats, true);
                    $to = null === $stay?->goes ? \PHP_INT_MAX : array_search($stay->goes, $beats, true);
                    self::assertIsInt($from, 'it comes with a beat that is there');
                    self::assertIsInt($to);
                    self::assertLessThanOrEqual($to, $from, "$comes to $goes with " . implode(', ', $beats));
                }
            }
        }
    }

    /**
     * @param list<string> $beats that are left
     * @param list<string> $were
     */
    private static function after(?Stay $stay, array $beats, array $were = ['hook', 'tip', 'close']): ?Stay
    {
        $template = self::moving($were, Make::text('{name}', stay: $stay));
        $edit = new SetBeats(array_map(static fn (string $id): Beat => new Beat($id, ucfirst($id)), $beats), 'Beats changed');
        self::assertSame('Beats changed', $edit->says($template));
        $after = $edit->apply($template);
        self::assertSame($beats, array_map(static fn (Beat $beat): string => $beat->id, $after->beats));

        return $after->layer('recipient')->stay;
    }

    /** @param list<string> $beats */
    private static function moving(array $beats, Layer ...$layers): Design
    {
        $beats = array_map(static fn (string $id): Beat => new Beat($id, ucfirst($id)), $beats);

        return new Design(...['beats' => $beats] + get_object_vars(Make::template(...$layers)));
    }
}
