<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

/** A received email, parsed by PHP's mailparse. It can be of any size; broken emails give whatever can be read. */
final readonly class EmlFile
{
    private const PARTS = 200;

    /**
     * @param array<string, string>                                        $headers by name in small letters, as they read
     * @param list<array{type: string, name: string, body: string}> $parts   those that hold something, in order
     */
    private function __construct(public array $headers, public array $parts)
    {
    }

    public static function of(string $bytes): self
    {
        $mail = mailparse_msg_create();
        mailparse_msg_parse($mail, $bytes);
        $headers = $parts = [];
        foreach (\array_slice((array) mailparse_msg_get_structure($mail), 0, self::PARTS) as $i => $section) {
            $part = mailparse_msg_get_part($mail, (string) $section);
            $data = false === $part ? [] : (array) mailparse_msg_get_part_data($part);
            $type = strtolower((string) ($data['content-type'] ?? 'text/plain'));
            if (0 === $i) {
                foreach ($data['headers'] ?? [] as $name => $value) {
                    $value = (string) (\is_array($value) ? end($value) : $value);
                    $headers[$name] = iconv_mime_decode($value, \ICONV_MIME_DECODE_CONTINUE_ON_ERROR, 'UTF-8') ?: $value;
                }
            }
            if (isset($data['starting-pos-body'], $data['ending-pos-body']) && !str_starts_with($type, 'multipart/')) {
                $from = (int) $data['starting-pos-body'];
                $body = substr($bytes, $from, (int) $data['ending-pos-body'] - $from);
                $encoding = strtolower((string) ($data['transfer-encoding'] ?? ''));
                $parts[] = [
                    'type' => $type,
                    'name' => (string) ($data['disposition-filename'] ?? ($data['content-name'] ?? '')),
                    'body' => self::plain($body, $encoding, (string) ($data['charset'] ?? ''), $type),
                ];
            }
        }
        mailparse_msg_free($mail);

        return new self($headers, $parts);
    }

    public function text(string $type): string
    {
        foreach ($this->parts as $part) {
            if ($part['type'] === $type && '' === $part['name']) {
                return $part['body'];
            }
        }

        return '';
    }

    /** @return list<array{type: string, name: string, body: string}> */
    public function attachments(): array
    {
        return array_values(array_filter($this->parts, static fn (array $part): bool => '' !== $part['name']));
    }

    private static function plain(string $body, string $encoding, string $charset, string $type): string
    {
        $body = match ($encoding) {
            'base64' => (string) base64_decode($body),
            'quoted-printable' => quoted_printable_decode($body),
            default => $body,
        };
        if (!str_starts_with($type, 'text/') || 'utf-8' === strtolower($charset)) {
            return $body;
        }

        return @iconv($charset, 'UTF-8//IGNORE', $body) ?: mb_scrub($body, 'UTF-8');
    }
}
