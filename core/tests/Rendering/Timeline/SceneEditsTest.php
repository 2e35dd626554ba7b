<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Rendering\Timeline;

use Morphea\Core\Design\Edits\SetScenes;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Model\Scene;
use Morphea\Core\Design\Model\Stay;
use Morphea\Core\Message;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** Scenes are added, moved and taken away, and layers that came or went with them still come before they go. */
final class SceneEditsTest extends TestCase
{
    /**
     * @param list<string> $scenes
     */
    #[TestWith([['hook', 'tip', 'close'], 'tip', 'tip'], 'all as it was')]
    #[TestWith([['hook', 'close'], 'close', null], 'comes with what followed; it cannot go before it comes')]
    #[TestWith([['hook', 'tip'], 'tip', 'tip'], 'what is gone was not its own')]
    #[TestWith([['hook'], null, 'hook'], 'nothing followed, so it is there from the start')]
    #[TestWith([['new', 'hook', 'tip', 'close'], 'tip', 'tip'], 'one more before')]
    #[TestWith([['close', 'tip', 'hook'], 'tip', 'tip'], 'in another order')]
    #[TestWith([[], null, null], 'without scenes all is always there')]
    public function testALayerComesAndGoesWithWhatIsLeft(array $scenes, ?string $comes, ?string $goes): void
    {
        $stay = self::after(new Stay('tip', 'tip'), $scenes);
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
            $scenes = array_values(array_filter($all, $stays, \ARRAY_FILTER_USE_KEY));
            foreach ([null, ...$all] as $comes) {
                foreach ([null, ...$all] as $goes) {
                    if (null !== $comes && null !== $goes && array_search($comes, $all, true) > array_search($goes, $all, true)) {
                        continue;
                    }
                    $stay = self::after(new Stay($comes, $goes), $scenes, $all);
                    $from = null === $stay?->comes ? 0 : array_search($stay->comes, $scenes, true);
                    $to = null === $stay?->goes ? \PHP_INT_MAX : array_search($stay->goes, $scenes, true);
                    self::assertIsInt($from, 'it comes with a scene that is there');
                    self::assertIsInt($to);
                    self::assertLessThanOrEqual($to, $from, "$comes to $goes with " . implode(', ', $scenes));
                }
            }
        }
    }

    /**
     * @param list<string> $scenes that are left
     * @param list<string> $were
     */
    private static function after(?Stay $stay, array $scenes, array $were = ['hook', 'tip', 'close']): ?Stay
    {
        $design = self::moving($were, Make::text('{name}', stay: $stay));
        $edit = new SetScenes(
            array_map(static fn (string $id): Scene => new Scene($id, ucfirst($id)), $scenes),
            new Message('design.did.animated'),
        );
        self::assertSame('design.did.animated', $edit->says($design)->id);
        $after = $edit->apply($design);
        self::assertSame($scenes, array_map(static fn (Scene $scene): string => $scene->id, $after->scenes));

        return $after->layer('recipient')->stay;
    }

    /** @param list<string> $scenes */
    private static function moving(array $scenes, Layer ...$layers): Design
    {
        $scenes = array_map(static fn (string $id): Scene => new Scene($id, ucfirst($id)), $scenes);

        return new Design(...['scenes' => $scenes] + get_object_vars(Make::design(...$layers)));
    }
}
