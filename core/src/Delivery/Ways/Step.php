<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Ways;

/** What an automation does of a row. Each may be done twice without harm: what was done is known by row. */
final readonly class Step
{
    /** Comes before all others: only what was made can be delivered. */
    public const MAKE = 'make';

    /**
     * @param string $id    by which it is kept
     * @param string $words as a rule says it: “mail it”
     * @param string $done  as a log says it: “mailed”
     */
    public function __construct(public string $id, public string $words, public string $done)
    {
    }

    public static function make(): self
    {
        return new self(self::MAKE, 'make its piece', 'made');
    }
}
