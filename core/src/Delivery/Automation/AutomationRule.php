<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Automation;

use Morphea\Core\Delivery\Ways\Step;
use Morphea\Core\Message;

/** What happens automatically and when, written as one sentence. */
final readonly class AutomationRule
{
    /** Minutes until it is tried again, longer and longer; then it is given up. */
    private const AGAIN = [1, 5, 25, 120, 600];
    /** Rows at once above which somebody is asked first: more come from a paste or an import than from people one by one. */
    public const MANY = 10;

    /**
     * @param list<Step> $steps in their order
     * @param string     $at    time of the day at which it is done, as 18:00; empty for at once
     */
    public function __construct(public Trigger $cause, public array $steps, public string $at = '')
    {
    }

    /**
     * @param array<mixed> $said  as `toArray` gives it
     * @param list<Step>   $known all that can be done besides making, in their order; others are left out
     */
    public static function of(array $said, array $known = []): self
    {
        $steps = \is_array($said['steps'] ?? null) ? $said['steps'] : [];
        $at = \is_string($said['at'] ?? null) ? substr($said['at'], 0, 5) : '';

        return new self(
            Trigger::tryFrom(\is_string($said['cause'] ?? null) ? $said['cause'] : '') ?? Trigger::Arrives,
            array_values(array_filter([Step::make(), ...$known], static fn (Step $step): bool => \in_array($step->id, $steps, true))),
            1 === preg_match('/^([01]\d|2[0-3]):[0-5]\d$/', $at) ? $at : '',
        );
    }

    /** @return array{cause: string, steps: list<string>, at: string} */
    public function toArray(): array
    {
        return [
            'cause' => $this->cause->value,
            'steps' => array_map(static fn (Step $step): string => $step->id, $this->steps),
            'at' => $this->at,
        ];
    }

    /** @throws AutomationException */
    public function check(): void
    {
        if ([] === $this->steps) {
            throw new AutomationException(new Message('automation.wrong.none'));
        }
        if (Step::MAKE !== $this->steps[0]->id) {
            throw new AutomationException(new Message('automation.wrong.not_made'));
        }
    }

    public function does(string $step): bool
    {
        return \in_array($step, array_column($this->steps, 'id'), true);
    }

    /** The whole rule as one sentence, for the log. */
    public function says(): Message
    {
        return new Message('deliver.log.automation.' . ('' === $this->at ? 'on' : 'at'), [
            'trigger' => $this->cause->words(),
            'actions' => array_map(static fn (Step $step): Message => $step->words(), $this->steps),
        ] + ('' === $this->at ? [] : ['at' => $this->at]));
    }

    /** When the rule next acts on something that happened at the given time. */
    public function time(\DateTimeImmutable $happened): \DateTimeImmutable
    {
        if ('' === $this->at) {
            return $happened;
        }
        $today = $happened->modify($this->at);

        return $today > $happened ? $today : $today->modify('+1 day');
    }

    /** @return int|null seconds until it is tried again after so many tries; null where it is given up */
    public static function again(int $tries): ?int
    {
        return isset(self::AGAIN[$tries - 1]) ? 60 * self::AGAIN[$tries - 1] : null;
    }

    /**
     * The rows to act on.
     *
     * @param array<int, array<string, string>> $now   prints of what stands in each, by id: of those that take part
     * @param array<int, array<string, string>> $known the same as it was known last
     * @param array<int, true>                  $open  of which nothing was done yet since they came: somebody may still be typing
     *
     * @return list<int>
     */
    public function due(WatchedColumns $watched, array $now, array $known, array $open = []): array
    {
        return array_keys(array_filter(
            $now,
            fn (array $prints, int $row): bool => !isset($known[$row]) ||
                (isset($open[$row])
                    ? $known[$row] != $prints
                    : Trigger::Changes === $this->cause && $watched->isChanged($prints, $known[$row])),
            \ARRAY_FILTER_USE_BOTH,
        ));
    }

    /** Whether so many rows at once need a person's approval first. */
    public static function isMany(int $rows): bool
    {
        return $rows > self::MANY;
    }
}
