<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;

/** Orders saved by name, to be used again. */
final readonly class SavedOrders
{
    private const LONGEST = 80;
    private const MOST = 50;

    public function __construct(private EntityManagerInterface $entities)
    {
    }

    /** @return list<SavedOrder> by name */
    public function all(Project $project): array
    {
        return $this->entities->getRepository(SavedOrder::class)->findBy(['project' => $project], ['name' => 'ASC']);
    }

    /** The saved order with this name if it is equal to the current one; a changed order has no name. */
    public function nameOf(Project $project, RunOrder $order): string
    {
        $kept = $this->entities->getRepository(SavedOrder::class)->findOneBy(['project' => $project, 'name' => $order->kept]);

        return null !== $kept && $kept->said() == $order->toArray() ? $kept->name() : '';
    }

    public function find(Project $project, int $id): ?SavedOrder
    {
        return $this->entities->getRepository(SavedOrder::class)->findOneBy(['project' => $project, 'id' => $id]);
    }

    /**
     * Replaces a saved order with the same name.
     *
     * @throws RunOrderException
     */
    public function keep(Project $project, string $name, RunOrder $order): SavedOrder
    {
        $name = trim((string) preg_replace('/\s+/u', ' ', $name));
        if ('' === $name || mb_strlen($name) > self::LONGEST) {
            throw new RunOrderException(new Message('press.keep.no_name', ['most' => self::LONGEST]));
        }
        $here = $this->entities->getRepository(SavedOrder::class)->findOneBy(['project' => $project, 'name' => $name]);
        if (null === $here && \count($this->all($project)) >= self::MOST) {
            throw new RunOrderException(new Message('press.keep.too_many', ['most' => self::MOST]));
        }
        $here ??= new SavedOrder($project, $name, []);
        $here->say($order->toArray());
        $this->entities->persist($here);
        $this->entities->flush();

        return $here;
    }

    public function forget(SavedOrder $order): void
    {
        $this->entities->remove($order);
        $this->entities->flush();
    }
}
