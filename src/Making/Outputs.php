<?php

declare(strict_types=1);

namespace Morphea\App\Making;

use Morphea\Core\Template\Template;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;

/** All outputs there are, in the order they are offered. */
final class Outputs
{
    /** @var array<string, Output>|null */
    private ?array $byId = null;

    /** @param iterable<Output> $outputs */
    public function __construct(#[AutowireIterator(Output::class)] private readonly iterable $outputs)
    {
    }

    /** @return array<string, Output> by id */
    public function all(): array
    {
        if (null === $this->byId) {
            $this->byId = [];
            foreach ($this->outputs as $output) {
                $this->byId[$output::id()] = $output;
            }
        }

        return $this->byId;
    }

    public function find(string $id): ?Output
    {
        return $this->all()[$id] ?? null;
    }

    /** One that was found before, as when a run was ordered. */
    public function get(string $id): Output
    {
        return $this->find($id) ?? throw new \LogicException("There is no output “{$id}” any more.");
    }

    /** What is wanted where nobody has chosen: files to hand over one by one: of print their PDFs, of screens their pictures. */
    public function usual(Template $template): Output
    {
        foreach ($this->all() as $output) {
            if ($output->isUsual($template)) {
                return $output;
            }
        }
        throw new \LogicException('There is no output at all.');
    }

    /**
     * As Choice::toArray gave it.
     *
     * @param array<string, mixed> $said
     */
    public function choice(array $said): ?Choice
    {
        $output = \is_string($said['output'] ?? null) ? $this->find($said['output']) : null;

        return null === $output ? null : new Choice($output, Settings::of($said));
    }
}
