<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;

/** All kinds of jobs. */
final readonly class JobKindRegistry
{
    /** @param iterable<JobKind> $kinds */
    public function __construct(#[AutowireIterator(JobKind::class)] private iterable $kinds)
    {
    }

    /** @return list<string> kinds whose jobs are kept */
    public function lasting(): array
    {
        $names = [];
        foreach ($this->kinds as $kind) {
            if ($kind instanceof KeptTask) {
                $names[] = $kind::kind();
            }
        }

        return $names;
    }

    /** @return list<string> names of those of which several workers do as much as they can */
    public function shared(): array
    {
        $names = [];
        foreach ($this->kinds as $kind) {
            if ($kind instanceof SharedTask && !($kind instanceof PacedTask)) {
                $names[] = $kind::kind();
            }
        }

        return $names;
    }

    public function get(Job $job): JobKind
    {
        foreach ($this->kinds as $kind) {
            if ($kind::kind() === $job->kind()) {
                return $kind;
            }
        }
        throw new \LogicException("Nobody knows how to do a job of the kind “{$job->kind()}”.");
    }
}
