<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Ways;

use Morphea\Core\Message;

/** What an automation does to a row. Each step may be done twice without harm: what was done is recorded by row. */
final readonly class Step
{
    /** Comes before all others: only what was made can be delivered. */
    public const MAKE = 'make';

    /** @param string $id by which it is kept, and said */
    public function __construct(public string $id)
    {
    }

    public static function make(): self
    {
        return new self(self::MAKE);
    }

    /** As a rule says it: “Send email”. */
    public function words(): Message
    {
        return new Message("automation.action.$this->id");
    }

    /** As a log says it: “emailed”. */
    public function done(): Message
    {
        return new Message("automation.done.$this->id");
    }
}
