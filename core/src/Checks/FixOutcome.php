<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Design\Edits\Edit;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Model\Page;
use Morphea\Core\Design\Model\ShapeLayer;
use Morphea\Core\Design\Properties\Unit;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Drawing\PictureSource;
use Morphea\Core\Rendering\Layout\EvenSizes;
use Morphea\Core\Rendering\Layout\LaidOut;
use Morphea\Core\Rendering\Layout\Layouter;
use Morphea\Core\Rendering\Layout\TouchUps;
use Morphea\Core\Table\Data\Record;

/**
 * What a change of the design would do to one layer in all rows, found by laying it out before and after. Only that
 * layer and fixed shapes behind it are laid out, so thousands of rows take a moment.
 */
final readonly class FixOutcome
{
    /** Letters smaller than that are hard to read: points on paper, pixels on screens. */
    private const READABLE_ON_PAPER = 6.0;
    private const READABLE_ON_SCREEN = 12.0;

    /**
     * @param int  $mended rows of which it is not said any more, and nothing as bad is said instead
     * @param int  $left   rows of these of which something else is still to be looked at
     * @param int  $worse  rows of which something worse is said than before
     * @param int  $hard   rows whose letters become too small to be read well
     * @param bool $all    whether all rows were looked at before the time was up
     */
    private function __construct(
        public int $mended,
        public int $left,
        public int $worse,
        public int $hard,
        public int $looked,
        public bool $all,
    ) {
    }

    /**
     * @param WarningKind      $kind    what is to be mended
     * @param iterable<Record> $rows    that are made
     * @param float            $seconds that it may take
     */
    public static function of(
        Layouter $layouter,
        PictureSource $pictures,
        Design $design,
        Edit $edit,
        WarningKind $kind,
        string $layer,
        iterable $rows,
        EvenSizes $even,
        TouchUps $touchUps = new TouchUps(),
        float $seconds = 2.0,
    ): self {
        $rows = [...$rows];
        $page = $design->pageOf($layer);
        $before = self::alone($design, $layer);
        $after = self::alone($edit->apply($design), $layer);
        $sizes = EvenSizes::of($after, $rows, $layouter->texts);
        $now = new TouchUps($touchUps->all);
        $then = new TouchUps($touchUps->all);
        $proof = new Proof();
        $mended = $left = $worse = $hard = $looked = 0;
        $until = microtime(true) + $seconds;
        foreach ($rows as $row) {
            if (microtime(true) > $until) {
                break;
            }
            ++$looked;
            $piece = $layouter->lay($now->design($before, $row), $row, $pictures, $touchUps->even($even, $row), $page);
            [$was, $small] = self::found($proof, $now->design($before, $row), $piece, $layer);
            $piece = $layouter->lay($then->design($after, $row), $row, $pictures, $touchUps->even($sizes, $row), $page);
            [$is, $smaller] = self::found($proof, $then->design($after, $row), $piece, $layer);
            [$bad, $ends] = [max([0, ...$was]), max([0, ...$is])];
            $new = array_filter($is, static fn (int $rank, string $one): bool => $rank > ($was[$one] ?? 0), \ARRAY_FILTER_USE_BOTH);
            $isMended = isset($was[$kind->value]) && !isset($is[$kind->value]) && max([0, ...$new]) < $was[$kind->value];
            $mended += $isMended ? 1 : 0;
            $left += $isMended && [] !== $is ? 1 : 0;
            $worse += $ends > $bad ? 1 : 0;
            $hard += $smaller && !$small ? 1 : 0;
        }

        return new self($mended, $left, $worse, $hard, $looked, $looked === \count($rows));
    }

    /** For example “fixes 9 pieces, 2 become hard to read”. */
    public function says(): Message
    {
        $parts = ['fixes' => $this->mended];
        foreach (['left' => $this->left, 'worse' => $this->worse, 'hard' => $this->hard] as $name => $count) {
            $parts += $count > 0 ? [$name => $count] : [];
        }
        if (0 === $this->worse && 0 === $this->hard && $this->mended > 0) {
            $parts['no_worse'] = 0;
        }
        $said = null;
        foreach ($parts as $name => $count) {
            $part = new Message("warnings.outcome.$name", ['count' => $count]);
            $said = null === $said ? $part : new Message('common.list.middle', ['begun' => $said, 'next' => $part]);
        }

        return $this->all ? $said : new Message('warnings.outcome.first', ['what' => $said, 'count' => $this->looked]);
    }

    /** @return array{array<string, int>, bool} ranks of what is worth a look, by kind; whether its letters are hard to read */
    private static function found(Proof $proof, Design $design, LaidOut $laid, string $layer): array
    {
        $ranks = [];
        foreach ($proof->check(new Inspected($design, $laid, $design->pageOf($layer))) as $warning) {
            if ($warning->layer === $layer && Severity::Note !== $warning->severity) {
                $ranks[$warning->kind->value] = max($ranks[$warning->kind->value] ?? 0, $warning->severity->rank());
            }
        }
        $text = $laid->text($layer);
        $least = Unit::Pixel === $design->unit
            ? self::READABLE_ON_SCREEN
            : Unit::Point->toDots(self::READABLE_ON_PAPER, $design->dpi);

        return [$ranks, null !== $text && $text->lines > 0 && $text->size < $least];
    }

    /** With the shapes of its page, which its colour is compared with. */
    private static function alone(Design $design, string $layer): Design
    {
        $only = static fn (Page $page): Page => $page->withLayers(array_values(array_filter(
            $page->layers,
            static fn (Layer $one): bool => $one->id === $layer || ($one instanceof ShapeLayer && !$one->isPlaceholder()),
        )));

        return $design->withPages(array_map($only, $design->pages));
    }
}
