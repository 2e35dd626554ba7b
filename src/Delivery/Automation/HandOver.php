<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Automation;

use Morphea\App\Delivery\Email\Mailings;
use Morphea\App\Delivery\Email\MailOrders;
use Morphea\App\Delivery\Forms\Confirmations;
use Morphea\App\Delivery\Links\Links;
use Morphea\App\Delivery\Links\Ways;
use Morphea\App\Delivery\Schedule\Posts;
use Morphea\App\Delivery\Verification\Seals;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Delivery\Automation\Step;
use Morphea\Core\Delivery\Email\MailError;
use Morphea\Core\Delivery\Email\Why;
use Morphea\Core\Delivery\Verification\SealOrder;
use Psr\Log\LoggerInterface;

/** Hands over what was made of rows, as the card of each way says it. Done twice, it is done once. */
final readonly class HandOver
{
    /** What is noted of a row that was corrected after it had the email. */
    public const CORRECTED = 'corrected';
    /** What is noted of a row whose address a stranger typed and nobody confirmed yet. */
    public const UNCONFIRMED = 'unconfirmed';

    public function __construct(
        private Links $links,
        private Seals $seals,
        private Mailings $mailings,
        private MailOrders $mails,
        private Ways $ways,
        private Posts $posts,
        private Confirmations $confirmations,
        private LoggerInterface $logger,
    ) {
    }

    /**
     * Rows that cannot be handed over never hold up the others.
     *
     * @param non-empty-list<int> $rows ids
     */
    public function step(Project $project, Step $step, array $rows, string $base): Outcome
    {
        try {
            return $this->all($project, $step, $rows, $base);
        } catch (\InvalidArgumentException | \RuntimeException $e) {
            $this->logger->warning('By itself: {step} of {rows} rows: {cause}', [
                'step' => $step->value,
                'rows' => \count($rows),
                'cause' => $e->getMessage(),
                'exception' => $e,
            ]);
            if (1 === \count($rows)) {
                return new Outcome([], [$rows[0] => $e->getMessage()]);
            }
        }
        // One of them may be what is wrong: each for itself then, and those that were done are known.
        $notes = $failed = [];
        foreach ($rows as $row) {
            $outcome = $this->step($project, $step, [$row], $base);
            $notes += $outcome->notes;
            $failed += $outcome->failed;
        }

        return new Outcome($notes, $failed);
    }

    /**
     * Once more to rows that were corrected after they had the email.
     *
     * @param list<int> $rows ids
     *
     * @throws MailError
     */
    public function mailCorrected(Project $project, array $rows, string $who, string $base): void
    {
        $this->mailings->corrected($project, $this->mails->of($project), $who, $base, $rows);
    }

    /**
     * @param non-empty-list<int> $rows
     *
     * @throws \InvalidArgumentException|\RuntimeException when it cannot be done like this, in words
     */
    private function all(Project $project, Step $step, array $rows, string $base): Outcome
    {
        match ($step) {
            Step::Post => $this->posts->deal($project, false, '', $rows),
            Step::Link => $this->links->give($project, null, null, $rows),
            Step::Seal => $this->seals->seal($project, SealOrder::of($this->ways->said($project, 'seal') ?? []), '', $rows),
            Step::Make, Step::Mail => null,
        };

        return Step::Mail === $step ? $this->mail($project, $rows, $base) : new Outcome();
    }

    /** @param non-empty-list<int> $rows */
    private function mail(Project $project, array $rows, string $base): Outcome
    {
        $order = $this->mails->of($project);
        $plan = $this->mailings->plan($project, $order, $rows);
        $notes = $failed = [];
        $addresses = [];
        foreach ($plan->mails as $one) {
            $addresses[(int) $one->row->id] = $one->row->cells[$order->to] ?? '';
        }
        $open = [] === $addresses ? [] : $this->confirmations->ask($project, $addresses, $base);
        foreach (array_keys($open) as $row) {
            $notes[$row] = self::UNCONFIRMED;
        }
        $rows = array_values(array_diff(array_keys($addresses), array_keys($open)));
        foreach ($plan->left as $one) {
            $id = (int) $one->row->id;
            // Who had it already, or wants none, is no trouble; an address that cannot be right is.
            if ($one->why->isTrouble()) {
                $failed[$id] = "Row {$one->row->number} could not be mailed: " . rtrim(lcfirst($one->why->note($one->words)), '.') . '.';
            } else {
                $notes[$id] = Why::Corrected === $one->why ? self::CORRECTED : $one->why->note($one->words);
            }
        }
        // Cut off after this, it is found written when it is asked again.
        [] === $rows || $this->mailings->start($project, $order, '', $base, $rows);

        return new Outcome($notes, $failed);
    }
}
