<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Verification;

use Morphea\Core\Message;

/** What a seal certifies: for whom, what, dated when, issued by whom and when (UTC). */
final readonly class Statement
{
    public function __construct(
        public string $code,
        public string $whom,
        public string $what,
        public string $day,
        public string $by,
        public string $sealed,
    ) {
    }

    /** @param array<mixed> $data */
    public static function of(array $data): self
    {
        $unknown = array_diff(array_keys($data), ['code', 'whom', 'what', 'day', 'by', 'sealed']);
        if ([] !== $unknown) {
            throw new VerificationException(new Message('verification.wrong.unknown_fields', [
                'fields' => array_values(array_map(static fn (string $field): string => "“{$field}”", $unknown)),
            ]));
        }
        $text = static fn (string $key): string => \is_string($data[$key] ?? null)
            ? $data[$key]
            : throw new VerificationException(new Message('verification.wrong.missing_field', ['field' => $key]));

        return new self($text('code'), $text('whom'), $text('what'), $text('day'), $text('by'), $text('sealed'));
    }

    /** @return array<string, string> */
    public function toArray(): array
    {
        return get_object_vars($this);
    }

    /**
     * The bytes that are signed: JSON without spaces and with sorted keys (as RFC 8785 defines it for text).
     *
     * @param bool $asBefore as they were signed at first, with U+2028 and U+2029 escaped
     */
    public function bytes(bool $asBefore = false): string
    {
        $data = $this->toArray();
        ksort($data);

        $flags = \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES;

        return json_encode($data, $flags | ($asBefore ? 0 : \JSON_UNESCAPED_LINE_TERMINATORS));
    }

    /** Whether two statements say the same, whenever they were made. */
    public function says(self $other): bool
    {
        return ['sealed' => ''] + $this->toArray() == ['sealed' => ''] + $other->toArray();
    }
}
