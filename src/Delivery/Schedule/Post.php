<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Schedule;

use Morphea\Core\Message;

/** One post of a row, at a time in the project's zone. `sign` is its permanent key, by which a channel recognises it. */
final readonly class Post
{
    public function __construct(
        public int $id,
        public int $row,
        public string $kind,
        public \DateTimeImmutable $at,
        public string $sign,
        public PostState $state,
        public int $tries,
        public string $receipt,
        public Message|string $error,
    ) {
    }

    /**
     * @param array<string, mixed> $found of the table `post`
     * @param \DateTimeZone        $zone  of its project
     */
    public static function of(array $found, \DateTimeZone $zone): self
    {
        return new self(
            (int) $found['id'],
            (int) $found['row_id'],
            (string) $found['kind'],
            (new \DateTimeImmutable((string) $found['at']))->setTimezone($zone),
            (string) $found['sign'],
            PostState::from((string) $found['state']),
            (int) $found['tries'],
            (string) $found['receipt'],
            Message::read((string) $found['error']),
        );
    }
}
