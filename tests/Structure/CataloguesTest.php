<?php

declare(strict_types=1);

namespace Morphea\Tests\Structure;

use Morphea\App\Platform\Language\Language;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Finder\Finder;
use Symfony\Component\Yaml\Yaml;

/** Every sentence is there in every language, with the same slots, and is said somewhere. */
final class CataloguesTest extends TestCase
{
    private const ROOT = __DIR__ . '/../..';
    /** Templates in which no sentence is written any more; each that is turned over to the catalogues is added. */
    /** What is the same in every language. */
    private const NAMES = ['Morphea', 'No.', 'bin/console morphea:genuine', '.pdf', '#C63D1E'];

    /** @return iterable<string, array{string}> */
    public static function catalogues(): iterable
    {
        foreach (glob(self::ROOT . '/translations/*+intl-icu.en.yaml') ?: [] as $file) {
            $name = strstr(basename($file), '+', true);
            yield (string) $name => [(string) $name];
        }
    }

    #[DataProvider('catalogues')]
    public function testALanguageHasWhatEnglishHas(string $name): void
    {
        $english = self::sentences($name, Language::English);
        self::assertNotSame([], $english);
        foreach (Language::cases() as $language) {
            $said = self::sentences($name, $language);
            self::assertSame(array_keys($english), array_keys($said), "$name in $language->name");
            foreach ($said as $id => $sentence) {
                self::assertSame($sentence, (new \MessageFormatter($language->value, $sentence))->getPattern(), "$name.$id");
                self::assertSame(self::slots($english[$id]), self::slots($sentence), "$name.$id in $language->name");
                self::assertSame(trim($sentence), $sentence, "$name.$id in $language->name");
            }
        }
    }

    public function testEverySentenceIsSaidAndEveryOneThatIsSaidIsThere(): void
    {
        $known = [];
        foreach (self::catalogues() as [$name]) {
            foreach (array_keys(self::sentences($name, Language::English)) as $id) {
                $known["$name.$id"] = true;
            }
        }
        $code = '';
        foreach ((new Finder())->files()->in([self::ROOT . '/src', self::ROOT . '/core/src', self::ROOT . '/templates']) as $file) {
            $code .= $file->getContents();
        }
        preg_match_all('/(?:\b(?:t|words)\(|new Message\()\s*[\'"]([a-z_]+(?:\.[a-z_]+)+)[\'"]/', $code, $said);
        self::assertGreaterThan(60, \count($said[1]));
        // Scripts have a catalogue of their own, and name what is in it.
        foreach ((new Finder())->files()->in(self::ROOT . '/assets/scripts') as $file) {
            $script = (string) preg_replace('/\bt\((\s*[\'"`])/', 't($1scripts.', $file->getContents());
            preg_match_all('/\bt\(\s*[\'"](scripts(?:\.[a-z_]+)+)[\'"]/', $script, $there);
            $said[1] = [...$said[1], ...$there[1]];
            $code .= strtr($script, ['`' => "'", '${' => "'"]);
        }
        self::assertSame([], array_values(array_diff($said[1], array_keys($known))), 'said, and not in a catalogue');
        // An id may be put together: then the part before it is there.
        $unsaid = array_filter(
            array_keys($known),
            static function (string $id) use ($code): bool {
                $within = substr((string) strstr($id, '.'), 1);
                if (str_contains($code, "'$id'") || str_contains($code, "'$within'")) {
                    return false;
                }
                // What is put together begins with a part of it, and ends in a variable.
                preg_match_all('/[._]/', $id, $ends, \PREG_OFFSET_CAPTURE);
                foreach ($ends[0] as [, $at]) {
                    $before = preg_quote(substr($id, 0, $at + 1), '/');
                    if (1 === preg_match("/['\"]$before(?:['\"]|\\{?\\$)/", $code)) {
                        return false;
                    }
                }

                return true;
            },
        );
        self::assertSame([], array_values($unsaid), 'in a catalogue, and never said');
    }

    public function testNoTemplateHoldsWords(): void
    {
        $bare = [];
        foreach ((new Finder())->files()->in(self::ROOT . '/templates')->name('*.twig') as $file) {
            $twig = (string) preg_replace('/<(\/?)\{\{.*?\}\}/', '<$1b', $file->getContents());
            $plain = (string) preg_replace('/<style.*?<\/style>|\{#.*?#\}|\{%.*?%\}|\{\{.*?\}\}/s', '', $twig);
            // What is read aloud or seen of an attribute is a sentence as well.
            preg_match_all('/\b(?:aria-label|title|alt|placeholder)="([^"]*)"/', $plain, $attributes);
            $words = strip_tags($plain) . implode(' ', $attributes[1]);
            preg_match('/\p{L}[\p{L}\' ]*/u', str_replace(self::NAMES, '', $words), $found);
            [] === $found || $bare[] = $file->getRelativePathname() . ': ' . $found[0];
        }
        self::assertSame([], $bare);
    }

    /** @return array<string, string> by id, in order */
    private static function sentences(string $name, Language $language): array
    {
        $read = Yaml::parseFile(self::ROOT . "/translations/$name+intl-icu.$language->value.yaml");
        self::assertIsArray($read);
        $flat = [];
        $walk = static function (array $part, string $before) use (&$walk, &$flat): void {
            foreach ($part as $key => $value) {
                \is_array($value) ? $walk($value, "$before$key.") : $flat["$before$key"] = (string) $value;
            }
        };
        $walk($read, '');
        ksort($flat);

        return $flat;
    }

    /** @return list<string> names of slots, each once */
    private static function slots(string $sentence): array
    {
        preg_match_all('/\{(\w+)(?=[,}])/', $sentence, $found);
        $slots = array_unique($found[1]);
        sort($slots);

        return $slots;
    }
}
