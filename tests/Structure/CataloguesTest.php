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
    private const TURNED = [
        'bundles/TwigBundle/Exception',
        'account',
        'part/languages.html.twig',
        'part/notice.html.twig',
        'public',
        'mail/closed.html.twig',
        'mail/reset.txt.twig',
    ];
    /** What is the same in every language. */
    private const NAMES = ['Morphea', 'No.'];

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
        self::assertSame([], array_values(array_diff($said[1], array_keys($known))), 'said, and not in a catalogue');
        // An id may be put together: then the part before it is there.
        $unsaid = array_filter(
            array_keys($known),
            static function (string $id) use ($code): bool {
                $within = substr((string) strstr($id, '.'), 1);
                $before = substr($id, 0, (int) strrpos($id, '.') + 1);

                return !str_contains($code, "'$id'")
                    && !str_contains($code, "'$within'")
                    && 1 !== preg_match("/['\"]" . preg_quote($before, '/') . "['\"\$]/", $code);
            },
        );
        self::assertSame([], array_values($unsaid), 'in a catalogue, and never said');
    }

    public function testATemplateThatWasTurnedOverHoldsNoWords(): void
    {
        $bare = [];
        foreach (self::TURNED as $part) {
            $path = self::ROOT . "/templates/$part";
            foreach (is_dir($path) ? (glob("$path/*.twig") ?: []) : [$path] as $file) {
                $twig = (string) file_get_contents($file);
                $plain = (string) preg_replace('/<style.*?<\/style>|\{#.*?#\}|\{%.*?%\}|\{\{.*?\}\}/s', '', $twig);
                // What is read aloud or seen of an attribute is a sentence as well.
                preg_match_all('/\b(?:aria-label|title|alt|placeholder)="([^"]*)"/', $plain, $attributes);
                $words = strip_tags($plain) . implode(' ', $attributes[1]);
                preg_match('/\p{L}[\p{L}\' ]*/u', str_replace(self::NAMES, '', $words), $found);
                [] === $found || $bare[] = basename($file) . ': ' . $found[0];
            }
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
