<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use Morphea\App\Delivery\Ways\AbstractAction;
use Morphea\App\Delivery\Ways\ActionHint;
use Morphea\App\Delivery\Ways\ActionOutcome;
use Morphea\App\Delivery\Ways\ActionState;
use Morphea\App\Delivery\Ways\RepeatableAction;
use Morphea\App\Delivery\Ways\Strangers;
use Morphea\App\Project\Context\EditorWords;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Delivery\Email\SkipReason;
use Morphea\Core\Delivery\Ways\Step;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** Emails the person of a row, as the card says it. */
#[AsTaggedItem(priority: 70)]
final readonly class EmailAction extends AbstractAction implements RepeatableAction
{
    private const STEP = 'mail';
    /** What is noted of a row that was corrected after it had the email. */
    private const CORRECTED = 'corrected';

    public function __construct(
        private Mailings $mailings,
        private MailingOrders $orders,
        private EmailRepository $emails,
        private Strangers $strangers,
    ) {
    }

    public function step(): Step
    {
        return new Step(self::STEP, 'mail it', 'mailed');
    }

    public function isUsual(): bool
    {
        return true;
    }

    public function hint(Project $project): ActionHint
    {
        return new ActionHint('Email', 'mail', '“' . EditorWords::plain($project, $this->orders->get($project)->subject) . '”');
    }

    public function columns(Project $project): array
    {
        return $this->orders->get($project)->columns();
    }

    public function check(Project $project): void
    {
        $this->orders->get($project)->check(array_column($project->columns(), 'key'), $project->design()->locale);
    }

    public function perform(Project $project, array $rows, string $base): ActionOutcome
    {
        $order = $this->orders->get($project);
        $plan = $this->mailings->plan($project, $order, $rows);
        $notes = $failed = $addresses = [];
        foreach ($plan->mails as $one) {
            $addresses[(int) $one->row->id] = $one->row->cells[$order->to] ?? '';
        }
        $open = [] === $addresses ? [] : $this->strangers->ask($project, $addresses, $base);
        foreach (array_keys($open) as $row) {
            $notes[$row] = Strangers::UNCONFIRMED;
        }
        $rows = array_values(array_diff(array_keys($addresses), array_keys($open)));
        foreach ($plan->left as $one) {
            $id = (int) $one->row->id;
            // Who had it already, or wants none, is no trouble; an address that cannot be right is.
            if ($one->why->isTrouble()) {
                $failed[$id] = "Row {$one->row->number} could not be mailed: " . rtrim(lcfirst($one->why->note($one->words)), '.') . '.';
            } else {
                $notes[$id] = SkipReason::Corrected === $one->why ? self::CORRECTED : $one->why->note($one->words);
            }
        }
        // Cut off after this, it is found written when it is asked again.
        [] === $rows || $this->mailings->start($project, $order, '', $base, $rows);

        return new ActionOutcome($notes, $failed);
    }

    /** An email is sent once a server took it, and not when it was asked for. */
    public function states(Project $project, array $rows): array
    {
        $newest = $this->emails->newest($project, $rows);
        $states = [];
        foreach ($rows as $row) {
            $state = $newest[$row]['state'] ?? null;
            $states[$row] = new ActionState(
                self::words($state),
                true === $state?->isMissed() ? 'email not delivered' : null,
                $newest[$row]['error'] ?? '',
            );
        }

        return $states;
    }

    public function note(string $note): string
    {
        return 'not emailed: ' . match ($note) {
            self::CORRECTED => 'had this email before it was corrected',
            Strangers::UNCONFIRMED => 'its owner has not confirmed the address yet',
            default => $note,
        };
    }

    public function repeatNote(): string
    {
        return self::CORRECTED;
    }

    public function repeat(Project $project, array $rows, string $who, string $base): void
    {
        $this->mailings->corrected($project, $this->orders->get($project), $who, $base, $rows);
    }

    private static function words(?EmailState $state): string
    {
        return match ($state) {
            EmailState::Sent => 'mailed',
            EmailState::Waiting, EmailState::Sending, EmailState::Handed => 'email waiting to be sent',
            EmailState::Refused => 'email refused',
            EmailState::Bounced => 'email came back',
            EmailState::Unknown => 'email sent, without an answer from the server',
            EmailState::Left => 'not emailed: unsubscribed meanwhile',
            null => 'email not known any more',
        };
    }
}
