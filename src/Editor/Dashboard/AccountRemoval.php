<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Dashboard;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Project\Assets\FontStore;
use Morphea\App\Project\Projects\Project;

/**
 * Deletes an account with everything in it. After an interruption it can be run again: what is left can still be
 * deleted.
 */
final readonly class AccountRemoval
{
    public function __construct(
        private EntityManagerInterface $entities,
        private ProjectRemoval $projects,
        private OwnStarters $starters,
        private FontStore $fonts,
    ) {
    }

    public function remove(int $member): void
    {
        while (null !== ($project = $this->entities->getRepository(Project::class)->findOneBy(['owner' => $member]))) {
            $this->projects->remove($project);
        }
        $found = $this->entities->find(Member::class, $member);
        if (null === $found) {
            return;
        }
        foreach ($this->starters->all($found) as $starter) {
            $this->starters->forget($starter);
        }
        foreach ($this->fonts->all($found) as $font) {
            $this->fonts->remove($font);
        }
        // Sessions, addresses, keys and links to set a password go with it, as the database has it.
        $this->entities->remove($found);
        $this->entities->flush();
        $this->entities->clear();
    }
}
