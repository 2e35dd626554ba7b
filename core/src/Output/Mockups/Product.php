<?php

declare(strict_types=1);

namespace Morphea\Core\Output\Mockups;

use Morphea\Core\Message;

/** A product that pieces are shown on: its picture, where the piece lies in it, and how it takes ink. */
final readonly class Product
{
    /** Pixels of the drawn ones, both ways. */
    public const EDGE = 1_200;
    public const OWN = 'own';

    /** @param string $picture name of a drawn product, or of a picture of the project */
    private function __construct(public string $id, public string $picture, public Mesh $mesh, public MockupInk $ink)
    {
    }

    /** @return array<string, self> those that are drawn, by id */
    public static function drawn(): array
    {
        $all = [
            new self('tote', 'tote', Mesh::corners([392, 508], [812, 500], [838, 1_010], [372, 1_018]), MockupInk::Soaks),
            new self('shirt', 'shirt', Mesh::corners([432, 372], [768, 372], [772, 800], [428, 800]), MockupInk::Soaks),
            new self('mug', 'mug', Mesh::cylinder(268, 352, 496, 470, 62, 34), MockupInk::Covers),
            new self(
                'frame',
                'frame',
                Mesh::corners([316, 262], [874, 312], [874, 888], [316, 958]),
                MockupInk::Covers,
            ),
            new self('phone', 'phone', Mesh::corners([446, 158], [792, 236], [724, 1_006], [372, 916]), MockupInk::Covers),
            new self('card', 'card', Mesh::corners([232, 330], [884, 218], [952, 640], [296, 756]), MockupInk::Covers),
        ];

        return array_combine(array_column($all, 'id'), $all);
    }

    /**
     * Reads it from settings: the id of a built-in product, or a picture with its mesh, as JSON.
     *
     * @throws MockupException
     */
    public static function of(string $said): self
    {
        $drawn = self::drawn();
        if ('' === $said || isset($drawn[$said])) {
            return $drawn['' === $said ? 'tote' : $said];
        }
        $own = json_decode($said, true, 6);
        $points = \is_array($own) && \is_array($own['points'] ?? null) ? $own['points'] : null;
        if (null === $points || !\is_string($own['picture'] ?? null) || '' === $own['picture']) {
            throw new MockupException(new Message('mockups.wrong.product'));
        }
        $rows = [];
        foreach (\array_slice(array_values($points), 0, Mesh::MOST + 1) as $row) {
            $rows[] = array_map(
                static fn (mixed $point): array => \is_array($point) && is_numeric($point[0] ?? null) && is_numeric($point[1] ?? null)
                    ? [(float) $point[0], (float) $point[1]]
                    : throw new MockupException(new Message('mockups.wrong.point')),
                \array_slice(array_values(\is_array($row) ? $row : []), 0, Mesh::MOST + 1),
            );
        }

        return new self(
            self::OWN,
            $own['picture'],
            Mesh::of($rows),
            MockupInk::tryFrom(\is_string($own['ink'] ?? null) ? $own['ink'] : '') ?? MockupInk::Covers,
        );
    }

    /** Its name; for a picture of the project, the name of the picture. */
    public function label(): Message|string
    {
        return $this->isOwn() ? $this->picture : new Message("mockups.product.$this->id");
    }

    public function isOwn(): bool
    {
        return self::OWN === $this->id;
    }
}
