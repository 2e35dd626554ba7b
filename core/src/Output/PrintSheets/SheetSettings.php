<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

/** The stored settings of a print sheet; lengths in millimetres. */
final readonly class SheetSettings
{
    public const MARGIN = 5.0;
    public const DIE = '#D0006F';
    public const MOST_COPIES = 10_000;
    private const FARTHEST = 20.0;

    /**
     * @param float           $margin  that the printer leaves white
     * @param bool            $bleed   what is drawn beyond the cut is printed where there is room
     * @param string          $lay     which arrangement, by its id; empty for that with the most pieces
     * @param int|null        $depth   sheets that can be cut at once
     * @param string          $copiesBy column that says how many there are of each; empty where all have as many
     * @param float           $right   by which the printer's back comes out too far, seen from the front; `$down` as well
     * @param list<SheetMark> $marks
     * @param string          $dieColour in which the die line is seen, #RRGGBB
     * @param int             $start   the first label that is there, from 1
     * @param list<int>       $used    places on the first sheet that are not there any more, from 0
     */
    public function __construct(
        public Paper $paper,
        public float $margin = self::MARGIN,
        public float $gap = 0.0,
        public bool $bleed = true,
        public string $lay = '',
        public SheetOrder $order = SheetOrder::CutAndStack,
        public ?int $depth = null,
        public int $copies = 1,
        public string $copiesBy = '',
        public LastSheet $last = LastSheet::Left,
        public BothSides $both = BothSides::None,
        public float $right = 0.0,
        public float $down = 0.0,
        public array $marks = [SheetMark::Trim],
        public DieLine $die = DieLine::None,
        public string $dieColour = self::DIE,
        public ?LabelSheet $labels = null,
        public int $start = 1,
        public array $used = [],
    ) {
    }

    /** Sensible settings for a piece: the smallest common paper it fits on, or paper made to its size. */
    public static function usual(PieceSize $piece, string $locale = 'en_GB'): self
    {
        $inches = 1 === preg_match('/[_-](US|CA|MX)$/', $locale);
        $said = new self(
            Paper::named($inches ? 'Letter' : 'A4'),
            gap: round(2 * $piece->bleed, 2),
            both: $piece->pages > 1 ? BothSides::Long : BothSides::None,
            marks: [SheetMark::Trim, ...[] === $piece->creases ? [] : [SheetMark::Fold]],
        );
        $room = $said->room();
        foreach ($inches ? ['Letter', 'Tabloid', 'SRA3'] : ['A4', 'A3', 'SRA3'] as $name) {
            $paper = Paper::named($name);
            if ([] !== (new Arranger($piece, $room->on($paper)))->all()) {
                return $said->with(['paper' => $paper]);
            }
        }
        $round = 2 * ($room->margin + $room->marks + $piece->bleed);
        [$width, $height] = [ceil($piece->width + $round), ceil($piece->height + $round)];

        return max($width, $height) > Paper::MOST ? $said : $said->with(['paper' => new Paper(Paper::OWN, $width, $height)]);
    }

    /**
     * @param array<string, mixed> $said as a form or toArray gives it; what is not there is as usual
     *
     * @throws SheetException that says which of it cannot be
     */
    public static function of(array $said, self $usual): self
    {
        $in = new SaidInput($said);
        $labels = \is_array($said['labels'] ?? null) ? LabelSheet::of($said['labels']) : ($in->has('labels') ? null : $usual->labels);
        $lying = $in->flag('lying', $usual->paper->isLying());

        return new self(
            $labels->paper ?? self::paper($in, $usual, $lying),
            $in->number('margin', 'margin', $usual->margin, 0.0, 100.0),
            $in->number('gap', 'gap', $usual->gap, 0.0, 100.0),
            $in->flag('bleed', $usual->bleed),
            $in->text('lay', $usual->lay),
            SheetOrder::tryFrom($in->text('order', $usual->order->value)) ?? $usual->order,
            $in->whole('depth', 'depth', $usual->depth, 1, 100_000),
            $in->whole('copies', 'copies', $usual->copies, 1, self::MOST_COPIES) ?? 1,
            $in->text('copiesBy', $usual->copiesBy),
            LastSheet::tryFrom($in->text('last', $usual->last->value)) ?? $usual->last,
            BothSides::tryFrom($in->text('both', $usual->both->value)) ?? $usual->both,
            $in->number('right', 'shift', $usual->right, -self::FARTHEST, self::FARTHEST),
            $in->number('down', 'shift', $usual->down, -self::FARTHEST, self::FARTHEST),
            $in->has('marks') ? $in->all('marks', SheetMark::tryFrom(...)) : $usual->marks,
            DieLine::tryFrom($in->text('die', $usual->die->value)) ?? $usual->die,
            $in->colour('dieColour', $usual->dieColour),
            $labels,
            $in->whole('start', 'start', $usual->start, 1, Arranger::MOST) ?? 1,
            $in->has('used')
                ? $in->all('used', static fn (string $place): ?int => ctype_digit($place) ? (int) $place : null)
                : $usual->used,
        );
    }

    /** @return array<string, mixed> as `of` takes it */
    public function toArray(): array
    {
        $own = Paper::OWN === $this->paper->name;

        return [
            'paper' => $own ? Paper::OWN : $this->paper->name,
            'width' => $this->paper->width,
            'height' => $this->paper->height,
            'lying' => $this->paper->isLying(),
            'margin' => $this->margin,
            'gap' => $this->gap,
            'bleed' => $this->bleed,
            'lay' => $this->lay,
            'order' => $this->order->value,
            'depth' => $this->depth,
            'copies' => $this->copies,
            'copiesBy' => $this->copiesBy,
            'last' => $this->last->value,
            'both' => $this->both->value,
            'right' => $this->right,
            'down' => $this->down,
            'marks' => array_map(static fn (SheetMark $mark): string => $mark->value, $this->marks),
            'die' => $this->die->value,
            'dieColour' => $this->dieColour,
            'labels' => $this->labels?->toArray(),
            'start' => $this->start,
            'used' => $this->used,
        ];
    }

    /** Labels are already cut, so nothing is printed around them. */
    public function marks(SheetMark $mark): bool
    {
        return null === $this->labels && \in_array($mark, $this->marks, true);
    }

    /** @return list<int> places of the first sheet that are not there any more */
    public function gone(): array
    {
        return null === $this->labels
            ? []
            : array_values(array_unique([...$this->start > 1 ? range(0, $this->start - 2) : [], ...$this->used]));
    }

    public function room(): Room
    {
        return new Room($this->paper, $this->margin, $this->gap, SheetMark::take($this->marks));
    }

    /** @param array<string, mixed> $changes named as the parameters are */
    public function with(array $changes): self
    {
        return new self(...$changes + get_object_vars($this));
    }

    /** @throws SheetException */
    private static function paper(SaidInput $in, self $usual, bool $lying): Paper
    {
        $name = $in->text('paper', $usual->paper->name);
        if (Paper::OWN !== $name) {
            return Paper::of($name, $lying);
        }

        return new Paper(
            Paper::OWN,
            $in->number('width', 'width', $usual->paper->width, Paper::LEAST, Paper::MOST),
            $in->number('height', 'height', $usual->paper->height, Paper::LEAST, Paper::MOST),
        );
    }
}
