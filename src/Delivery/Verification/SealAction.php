<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Verification;

use Morphea\App\Delivery\Ways\AbstractAction;
use Morphea\App\Delivery\Ways\ActionHint;
use Morphea\App\Delivery\Ways\ActionOutcome;
use Morphea\App\Delivery\Ways\WaySettings;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Delivery\Verification\SealOrder;
use Morphea\Core\Delivery\Verification\VerificationException;
use Morphea\Core\Delivery\Ways\Step;
use Morphea\Core\Message;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** Seals the piece of a row, as set up on the card. */
#[AsTaggedItem(priority: 90)]
final readonly class SealAction extends AbstractAction
{
    public function __construct(private Seals $seals, private WaySettings $settings)
    {
    }

    public function step(): Step
    {
        return new Step('seal');
    }

    public function hint(Project $project): ActionHint
    {
        return new ActionHint('seals', new Message('automation.hint.seals'));
    }

    public function columns(Project $project): array
    {
        return $this->order($project)->columns();
    }

    public function check(Project $project): void
    {
        if (null === $this->settings->said($project, VerificationWay::ID)) {
            throw new VerificationException(new Message('verification.wrong.not_set'));
        }
        $this->order($project)->check(array_column($project->columns(), 'key'), $project->design()->locale);
    }

    public function perform(Project $project, array $rows, string $base): ActionOutcome
    {
        $this->seals->seal($project, $this->order($project), '', $rows);

        return new ActionOutcome();
    }

    private function order(Project $project): SealOrder
    {
        return SealOrder::of($this->settings->said($project, VerificationWay::ID) ?? []);
    }
}
