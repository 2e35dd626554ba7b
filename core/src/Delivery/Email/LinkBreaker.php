<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Email;

use Morphea\Core\Table\Data\Record;

/**
 * Keeps mail programs from turning text typed by strangers into links: an invisible space (U+200B) follows each dot and
 * slash of anything that looks like a web address. The text looks unchanged.
 */
final readonly class LinkBreaker
{
    /** With a scheme or without one; and whatever has two slashes behind a colon. */
    private const PAGE = '~(?<![\w@.])(?:[a-z][a-z0-9+.-]*:/{0,3})?(?:[\p{L}\p{N}-]+\.)+\p{L}{2,}(?:[/:?#][^\s<>]*)?(?![\w@])' .
        '|[a-z][a-z0-9+.-]*://[^\s<>]+~iu';

    public static function record(Record $row): Record
    {
        return new Record($row->number, array_map(self::words(...), $row->cells), $row->monthFirst, $row->id);
    }

    public static function words(string $cell): string
    {
        return (string) preg_replace_callback(
            self::PAGE,
            static fn (array $m): string => (string) preg_replace('~[.:/]~', "\$0\u{200B}", $m[0]),
            $cell,
        );
    }
}
