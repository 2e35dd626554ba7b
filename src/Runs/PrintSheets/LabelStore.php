<?php

declare(strict_types=1);

namespace Morphea\App\Runs\PrintSheets;

use Doctrine\DBAL\Exception\UniqueConstraintViolationException;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Platform\Account\Member;
use Morphea\Core\Message;
use Morphea\Core\Output\PrintSheets\LabelSheet;
use Morphea\Core\Output\PrintSheets\SheetException;

/** Label sheets: common ones by their dimensions, and those a member saved. */
final readonly class LabelStore
{
    public const NONE = '';
    public const OWN = 'own';
    private const MOST = 100;
    private const LONGEST = 80;

    public function __construct(private EntityManagerInterface $entities)
    {
    }

    /** @return list<KeptLabels> by name */
    public function kept(Member $owner): array
    {
        return $this->entities->getRepository(KeptLabels::class)->findBy(['owner' => $owner], ['name' => 'ASC']);
    }

    public function find(Member $owner, int $id): ?KeptLabels
    {
        return $this->entities->getRepository(KeptLabels::class)->findOneBy(['owner' => $owner, 'id' => $id]);
    }

    /**
     * The labels chosen in a form.
     *
     * @param array<string, mixed> $own measures that were written there
     *
     * @throws SheetException
     */
    public function chosen(Member $owner, string $choice, array $own): ?LabelSheet
    {
        if (self::NONE === $choice) {
            return null;
        }
        $known = self::OWN === $choice ? $own : (LabelSheet::common()[$choice] ?? null)?->toArray();
        if (null === $known && 1 === preg_match('/^kept-(\d{1,9})$/D', $choice, $found)) {
            $known = $this->find($owner, (int) $found[1])?->measures();
        }

        return LabelSheet::of($known ?? throw new SheetException(new Message('sheets.wrong.labels.gone')));
    }

    /** As a form holds it. */
    public function choice(Member $owner, ?LabelSheet $labels): string
    {
        if (null === $labels) {
            return self::NONE;
        }
        if (isset(LabelSheet::common()[$labels->name]) && LabelSheet::common()[$labels->name] == $labels) {
            return $labels->name;
        }
        foreach ($this->kept($owner) as $kept) {
            if (LabelSheet::of($kept->measures()) == $labels) {
                return "kept-{$kept->id()}";
            }
        }

        return self::OWN;
    }

    /**
     * Replaces a saved sheet with the same name.
     *
     * @param array<string, mixed> $measures
     *
     * @throws SheetException
     */
    public function keep(Member $owner, string $name, array $measures): KeptLabels
    {
        $name = trim((string) preg_replace('/\s+/u', ' ', $name));
        if ('' === $name || mb_strlen($name) > self::LONGEST || isset(LabelSheet::common()[$name])) {
            throw new SheetException(new Message('sheets.wrong.labels.name', ['most' => self::LONGEST]));
        }
        $said = LabelSheet::of(['name' => $name] + $measures)->toArray();
        $here = $this->entities->getRepository(KeptLabels::class)->findOneBy(['owner' => $owner, 'name' => $name]);
        if (null === $here && \count($this->kept($owner)) >= self::MOST) {
            throw new SheetException(new Message('sheets.wrong.labels.most', ['most' => self::MOST]));
        }
        $here ??= new KeptLabels($owner, $name, $said);
        $here->measure($said);
        $this->entities->persist($here);
        try {
            $this->entities->flush();
        } catch (UniqueConstraintViolationException $e) {
            throw new SheetException(new Message('sheets.wrong.labels.again'), 0, $e);
        }

        return $here;
    }

    public function forget(KeptLabels $labels): void
    {
        $this->entities->remove($labels);
        $this->entities->flush();
    }
}
