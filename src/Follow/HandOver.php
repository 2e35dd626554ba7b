<?php

declare(strict_types=1);

namespace Morphea\App\Follow;

use Morphea\App\Calendar\Posts;
use Morphea\App\Deliver\Links;
use Morphea\App\Deliver\Ways;
use Morphea\App\Entity\Project;
use Morphea\App\Mail\Mailings;
use Morphea\App\Mail\MailOrders;
use Morphea\App\Seal\Seals;
use Morphea\Core\Follow\Step;
use Morphea\Core\Mail\LeftOut;
use Morphea\Core\Mail\MailError;
use Morphea\Core\Mail\Why;
use Morphea\Core\Seal\SealOrder;

/** Hands over what was made of rows, as the card of each way says it. Done twice, it is done once. */
final readonly class HandOver
{
    public function __construct(
        private Links $links,
        private Seals $seals,
        private Mailings $mailings,
        private MailOrders $mails,
        private Ways $ways,
        private Posts $posts,
    ) {
    }

    /**
     * @param list<int> $rows ids
     *
     * @throws \InvalidArgumentException when it cannot be done like this, in words
     */
    public function step(Project $project, Step $step, array $rows, string $base): void
    {
        match ($step) {
            Step::Make => null,
            Step::Post => $this->posts->deal($project, false, '', $rows),
            Step::Link => $this->links->give($project, null, null, $rows),
            Step::Seal => $this->seals->seal($project, SealOrder::of($this->ways->said($project, 'seal') ?? []), '', $rows),
            Step::Mail => $this->mail($project, $rows, $base),
        };
    }

    /** @param list<int> $rows */
    private function mail(Project $project, array $rows, string $base): void
    {
        $order = $this->mails->of($project);
        $plan = $this->mailings->plan($project, $order, $rows);
        if ([] !== $plan->mails) {
            $this->mailings->start($project, $order, '', $base, $rows);
        }
        // Who had it already, or wants none, is no trouble; an address that cannot be right is.
        $wrong = array_filter($plan->left, static fn (LeftOut $one): bool => $one->why->isWrong() && Why::CameBack !== $one->why);
        if ([] === $plan->mails && [] !== $wrong) {
            $first = reset($wrong);

            throw new MailError("Row {$first->row->number} could not be mailed: " . ($first->words ?: $first->why->words(1)) . '.');
        }
    }
}
