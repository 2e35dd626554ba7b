<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Cells;

use Egulias\EmailValidator\EmailValidator;
use Egulias\EmailValidator\Validation\NoRFCWarningsValidation;
use Morphea\Core\Message;

/**
 * An email address as people write it into a cell: `ada@dune.example`, `Ada Fell <ada@dune.example>`, with letters of
 * any script (RFC 6531). Errors say how to correct it.
 */
final readonly class EmailAddress
{
    private function __construct(public string $email, public string $name)
    {
    }

    /** @throws EmailAddressException */
    public static function of(string $cell): self
    {
        $said = self::tidy($cell);
        $name = '';
        if (1 === preg_match('/^(.*?)<([^<>]*)>$/us', $said, $m)) {
            $name = trim($m[1], " \t\"'");
            $said = trim($m[2]);
        }
        $said = (string) preg_replace('/^mailto:/i', '', $said);
        $at = strrpos($said, '@');
        [$local, $domain] = false === $at ? [$said, ''] : [substr($said, 0, $at), substr($said, $at + 1)];
        $trouble = match (true) {
            '' === $said => 'empty',
            str_contains($said, ';') || str_contains($said, ',') || substr_count($said, '@') > 1
                => 'several',
            false === $at => 'no_at',
            1 === preg_match('/\s/u', $said) => 'space',
            '' === $local => 'no_name',
            !str_contains($domain, '.') => 'no_domain',
            str_contains($said, '..') || str_starts_with($local, '.') || str_ends_with($local, '.') || str_starts_with($domain, '.') ||
                str_ends_with($domain, '.')
                => 'dot',
            default => null,
        };
        if (null !== $trouble) {
            throw self::wrong($trouble, $said);
        }
        $ascii = idn_to_ascii(mb_strtolower($domain, 'UTF-8'), \IDNA_NONTRANSITIONAL_TO_ASCII, \INTL_IDNA_VARIANT_UTS46);
        $email = "$local@" . (false === $ascii ? $domain : $ascii);
        if (false === $ascii || !(new EmailValidator())->isValid($email, new NoRFCWarningsValidation())) {
            throw self::wrong('invalid', $said);
        }

        return new self($email, self::line($name));
    }

    /** @return list<string> what a cell with several addresses has between its commas, semicolons and line breaks, right or wrong */
    public static function parts(string $cell): array
    {
        return array_values(
            array_filter(preg_split('/[,;\n]+/u', $cell) ?: [], static fn (string $one): bool => '' !== self::tidy($one)),
        );
    }

    /** A form that is the same for all usual spellings of one mailbox. */
    public function key(): string
    {
        return mb_strtolower($this->email, 'UTF-8');
    }

    /** On one line, so that a cell can never start a new header line. */
    public static function line(string $words): string
    {
        return trim((string) preg_replace('/[\p{C}\p{Zl}\p{Zp}\s]+/u', ' ', $words));
    }

    /** Without surrounding spaces and the invisible characters that spreadsheets leave. */
    private static function tidy(string $cell): string
    {
        return trim((string) preg_replace('/[\x{200B}-\x{200F}\x{FEFF}\x{00AD}\x{2060}]/u', '', $cell), " \t\n\r\0\x0B\u{00A0}");
    }

    private static function wrong(string $what, string $said): EmailAddressException
    {
        return new EmailAddressException(new Message("table.address.$what", ['text' => mb_strimwidth($said, 0, 60, '…', 'UTF-8')]));
    }
}
