<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\EventLog;

/** What a line of the history is about. */
enum What: string
{
    case Links = 'links';
    case Mail = 'mail';
    case Seal = 'seal';
    case Form = 'form';
    case Calendar = 'calendar';
    case ByItself = 'by-itself';

    public function words(): string
    {
        return match ($this) {
            self::Links => 'Links',
            self::Mail => 'Mail',
            self::Seal => 'Genuine or not',
            self::Form => 'Answers',
            self::Calendar => 'Posts',
            self::ByItself => 'By itself',
        };
    }
}
