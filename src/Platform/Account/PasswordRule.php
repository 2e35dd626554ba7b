<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Account;

use Morphea\Core\Message;

/**
 * What makes a password too easy to guess, in words. As NIST SP 800-63B recommends: length counts, and common passwords
 * are rejected; no rules about kinds of characters.
 */
final readonly class PasswordRule
{
    public const LEAST = 10;
    public const MOST = 4096;
    private const DIFFERENT = 5;
    /** What people type first when they have to think of something long. */
    private const COMMON = [
        'password',
        'passwort',
        'contrasena',
        'motdepasse',
        'qwerty',
        'qwertz',
        'azerty',
        'letmein',
        'iloveyou',
        'welcome',
        'admin',
        'administrator',
        'changeme',
        'secret',
        'dragon',
        'monkey',
        'football',
        'baseball',
        'sunshine',
        'princess',
        'superman',
        'batman',
        'whatever',
        'trustno',
        'starwars',
        'default',
        'login',
        'master',
        'hello',
        'freedom',
        'shadow',
        'computer',
        'internet',
        'morphea',
    ];
    private const ROWS = [
        'abcdefghijklmnopqrstuvwxyz',
        '01234567890123456789',
        'qwertyuiopasdfghjklzxcvbnm',
        'qwertzuiopasdfghjklyxcvbnm',
        'azertyuiopqsdfghjklmwxcvbn',
        '1qaz2wsx3edc4rfv5tgb6yhn7ujm8ik9ol0p',
    ];

    /**
     * @param list<string> $known of the person: address and name
     *
     * @return Message|null why it is refused
     */
    public static function refuses(string $password, array $known = []): ?Message
    {
        if (mb_strlen($password) < self::LEAST) {
            return new Message('account.password.too_short', ['least' => self::LEAST]);
        }
        if (\strlen($password) > self::MOST) {
            return new Message('account.password.too_long', ['most' => self::MOST]);
        }
        $small = mb_strtolower($password, 'UTF-8');
        $letters = mb_str_split($small, 1, 'UTF-8');
        if (\count(array_unique($letters)) < self::DIFFERENT) {
            return new Message('account.password.few_characters');
        }
        for ($length = 1; $length <= \count($letters) / 2; ++$length) {
            $part = implode('', \array_slice($letters, 0, $length));
            if ($length <= 6 && str_starts_with(str_repeat($part, (int) ceil(\count($letters) / $length)), $small)) {
                return new Message('account.password.repeats');
            }
        }
        foreach (self::ROWS as $row) {
            if (str_contains($row, $small) || str_contains(strrev($row), $small)) {
                return new Message('account.password.row');
            }
        }
        // With the usual letters in disguise, and without figures and signs round it.
        $plain = (string) preg_replace(
            '/[^a-z]/',
            '',
            strtr((string) preg_replace('/^[^\p{L}@$]+|[^\p{L}@$]+$/u', '', $small), [
                '0' => 'o',
                '1' => 'l',
                '3' => 'e',
                '4' => 'a',
                '5' => 's',
                '@' => 'a',
                '$' => 's',
                '!' => 'i',
            ]),
        );
        foreach (self::COMMON as $common) {
            if (
                '' !== $plain &&
                ($plain === $common || $plain === $common . $common || str_replace($common, '', $plain) === '')
            ) {
                return new Message('account.password.common');
            }
        }
        foreach ($known as $one) {
            $parts = array_filter(
                [
                    mb_strtolower($one, 'UTF-8'),
                    mb_strtolower((string) strstr($one, '@', true), 'UTF-8'),
                    ...explode(' ', mb_strtolower($one, 'UTF-8')),
                ],
                static fn (string $part): bool => mb_strlen($part) >= 4,
            );
            foreach ($parts as $part) {
                if (mb_strlen(str_replace($part, '', $small)) < self::DIFFERENT) {
                    return new Message('account.password.own_name');
                }
            }
        }

        return null;
    }
}
