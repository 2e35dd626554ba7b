<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

use Morphea\Core\Message;
use Morphea\Core\Rendering\Drawing\Bounds;

/** A computed print sheet: the arrangement, which piece goes where, and the alternatives. */
final readonly class SheetPlan
{
    /** @param non-empty-list<Arrangement> $offers all that fit, the first with the most */
    private function __construct(
        public SheetSettings $said,
        public PieceSize $piece,
        public Arrangement $arrangement,
        public array $offers,
        public Imposition $imposition,
        public Copies $copies,
        public SheetFaces $faces,
    ) {
    }

    /** @throws SheetException that says what does not fit, and what would */
    public static function of(PieceSize $piece, SheetSettings $said, Copies $copies): self
    {
        $offers = self::offers($piece, $said);
        $arrangement = $offers[0];
        foreach ($offers as $offer) {
            $arrangement = $offer->id === $said->lay ? $offer : $arrangement;
        }
        if ($said->start > $arrangement->up()) {
            throw new SheetException(new Message('sheets.wrong.first_label', ['count' => $arrangement->up(), 'first' => $said->start]));
        }
        $imposition = Imposition::of(
            $copies->count(),
            $arrangement->up(),
            $said->order,
            $said->last,
            $arrangement->downwards(),
            $said->depth,
            $said->gone(),
        );
        $faces = new SheetFaces($arrangement, $said->both, $piece->pages, $said->right, $said->down);

        return new self($said, $piece, $arrangement, $offers, $imposition, $copies, $faces);
    }

    /** The number of sheets of paper; fronts and backs printed separately count twice. */
    public function sheets(): int
    {
        return \count($this->imposition->sheets) * (BothSides::Apart === $this->said->both ? $this->faces->each() : 1);
    }

    /** The number of empty places on all sheets. */
    public function left(): int
    {
        $laid = array_sum(array_map(\count(...), $this->imposition->sheets));

        return \count($this->imposition->sheets) * $this->arrangement->up() - $laid - \count($this->said->gone());
    }

    /** The bounds of all places at trim size, as seen from the front or the back. */
    public function cut(bool $isBack): Bounds
    {
        return $this->round($isBack, static fn (Place $place): Bounds => $place->cut);
    }

    /** The bounds of everything printed, with bleed. */
    public function printed(bool $isBack): Bounds
    {
        return $this->round($isBack, static fn (Place $place): Bounds => $place->printed());
    }

    /** @param \Closure(Place): Bounds $of */
    private function round(bool $isBack, \Closure $of): Bounds
    {
        $places = array_map(static fn (Spot $spot): Place => $spot->place, $this->everywhere($isBack)->spots);

        return Bounds::round(array_map($of, $places)) ?? $this->arrangement->cut();
    }

    /** A side on which every place is used. */
    public function everywhere(bool $isBack): Face
    {
        $full = array_fill(0, $this->arrangement->up(), 0);

        return $isBack ? $this->faces->back(0, $full) : $this->faces->front(0, $full);
    }

    /**
     * What would fit in addition if something were given up: how many pieces, and what to give up.
     *
     * @return array<string, int> by what is given up: marks, gap
     */
    public function otherwise(): array
    {
        if (null !== $this->said->labels) {
            return [];
        }
        $more = [];
        foreach (['marks' => ['marks' => []], 'gap' => ['gap' => 0.0]] as $what => $change) {
            $all = (new Arranger($this->piece, $this->said->with($change)->room()))->all();
            if ([] !== $all && $all[0]->up() > $this->offers[0]->up()) {
                $more[$what] = $all[0]->up();
            }
        }

        return $more;
    }

    /**
     * @return non-empty-list<Arrangement>
     *
     * @throws SheetException
     */
    private static function offers(PieceSize $piece, SheetSettings $said): array
    {
        if (null !== $said->labels) {
            return [$said->labels->arrangement($piece)];
        }
        $room = $said->room();
        $all = (new Arranger($piece, $room))->all();
        if ([] !== $all) {
            return $all;
        }
        [$width, $height] = [$room->width($piece->bleed), $room->height($piece->bleed)];
        if ($room->fit(min($piece->width, $piece->height), $width) * $room->fit(min($piece->width, $piece->height), $height) > 0
            && $piece->width * $piece->height * Arranger::MOST < $width * $height
        ) {
            throw new SheetException(new Message('sheets.wrong.too_many_up', ['most' => Arranger::MOST]));
        }
        $would = self::papers($piece, $room);
        $takes = array_keys(array_filter([
            'margin' => $said->margin > 0,
            'bleed' => $piece->bleed > 0,
            'marks' => $room->marks > 0,
        ]));
        throw new SheetException(new Message('sheets.wrong.no_fit', [
            'piece' => $piece->says(),
            'paper' => $said->paper->says(),
            'takes' => [] === $takes ? 'none' : 'some',
            'what' => array_map(static fn (string $what): Message => new Message("sheets.wrong.takes.$what"), $takes),
            'room' => $width > 0 && $height > 0
                ? new Message('sheets.wrong.room', ['size' => SheetText::size($width, $height)])
                : new Message('sheets.wrong.no_room'),
            'would' => [] === $would
                ? new Message('sheets.wrong.fits_nowhere')
                : new Message('sheets.wrong.fits_on', ['papers' => $would]),
        ]));
    }

    /** @return list<Message> papers on which pieces would fit, with how many */
    private static function papers(PieceSize $piece, Room $room): array
    {
        $would = [];
        foreach (array_keys(Paper::SIZES) as $name) {
            $all = (new Arranger($piece, $room->on(Paper::named($name))))->all();
            if ([] !== $all) {
                $would[] = new Message('sheets.wrong.paper_up', ['paper' => $name, 'up' => $all[0]->up()]);
            }
        }
        $bare = (new Arranger($piece, new Room($room->paper, $room->margin, $room->gap)))->all();
        if ([] !== $bare && $room->marks > 0) {
            array_unshift($would, new Message('sheets.wrong.without_marks', ['up' => $bare[0]->up()]));
        }

        return \array_slice($would, 0, 4);
    }
}
