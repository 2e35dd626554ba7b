<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Automation;

/** What is done, in this order. Each may be done twice without harm: what was done is known by row. */
enum Step: string
{
    case Make = 'make';
    case Seal = 'seal';
    case Link = 'link';
    case Mail = 'mail';
    case Post = 'post';

    public function words(): string
    {
        return match ($this) {
            self::Make => 'make its piece',
            self::Seal => 'seal it as genuine',
            self::Link => 'give it a page',
            self::Mail => 'mail it',
            self::Post => 'put it into the calendar',
        };
    }

    /** In the log. */
    public function done(): string
    {
        return match ($this) {
            self::Make => 'made',
            self::Seal => 'sealed',
            self::Link => 'page given',
            self::Mail => 'mailed',
            self::Post => 'in the calendar',
        };
    }
}
