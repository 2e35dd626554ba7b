<?php

declare(strict_types=1);

namespace Morphea\Tests\Structure;

use PhpParser\Node;
use PhpParser\NodeFinder;
use PhpParser\NodeTraverser;
use PhpParser\NodeVisitor\NameResolver;
use PhpParser\ParserFactory;

/** The code as its rooms: which classes there are, which others each of them names, and which tables its SQL speaks of. */
final class House
{
    private const ROOT = __DIR__ . '/../..';
    private const BASES = ['Core' => 'core/src', 'App' => 'src'];

    /** @var array<string, array{file: string, room: string, names: list<string>, strings: list<string>}>|null by class */
    private static ?array $classes = null;

    /** @return array<string, array{file: string, room: string, names: list<string>, strings: list<string>}> by class */
    public static function classes(): array
    {
        return self::$classes ??= self::read();
    }

    /**
     * Arrows between rooms, by what classes import or name in full.
     *
     * @return array<string, array<string, list<string>>> room, other room, and by which classes
     */
    public static function arrows(): array
    {
        $classes = self::classes();
        $arrows = [];
        foreach ($classes as $class => $one) {
            foreach ($one['names'] as $name) {
                $other = $classes[$name]['room'] ?? null;
                if (null !== $other && $other !== $one['room']) {
                    $arrows[$one['room']][$other][] = "$class uses $name";
                }
            }
        }

        return $arrows;
    }

    /** @return array<string, string> owner of each table: the room whose entity it is, or that writes it */
    public static function owners(): array
    {
        $writes = [];
        foreach (self::classes() as $one) {
            foreach (self::tables($one['strings'], '/\b(?:INSERT INTO|UPDATE)\s+"?([a-z_]+)"?/') as $table) {
                $writes[$table][$one['room']] = ($writes[$table][$one['room']] ?? 0) + 1;
            }
            if (1 === preg_match('/ORM\\\\Table\(name: \'([a-z_]+)\'/', (string) file_get_contents($one['file']), $found)) {
                $writes[$found[1]][$one['room']] = 1_000;
            }
        }

        return array_map(static function (array $rooms): string {
            arsort($rooms);

            return (string) array_key_first($rooms);
        }, $writes);
    }

    /**
     * @param list<string> $strings
     *
     * @return list<string> tables that SQL among them names
     */
    public static function tables(array $strings, string $pattern = '/\b(?:INTO|UPDATE|FROM|JOIN)\s+"?([a-z_]+)"?/'): array
    {
        $tables = [];
        foreach ($strings as $string) {
            preg_match_all($pattern, $string, $found);
            array_push($tables, ...$found[1]);
        }

        return array_values(array_unique($tables));
    }

    /** @return array<string, array{file: string, room: string, names: list<string>, strings: list<string>}> */
    private static function read(): array
    {
        $parser = (new ParserFactory())->createForNewestSupportedVersion();
        $finder = new NodeFinder();
        $classes = [];
        foreach (self::BASES as $half => $base) {
            $files = new \RecursiveIteratorIterator(
                new \RecursiveDirectoryIterator(self::ROOT . "/$base", \FilesystemIterator::SKIP_DOTS),
            );
            foreach ($files as $file) {
                \assert($file instanceof \SplFileInfo);
                $path = substr($file->getPathname(), \strlen(self::ROOT . "/$base/"), -4);
                $resolver = new NodeTraverser(new NameResolver());
                $tree = $resolver->traverse($parser->parse((string) file_get_contents($file->getPathname())) ?? []);
                $names = array_map(
                    static fn (Node\Name $name): string => ltrim($name->toString(), '\\'),
                    $finder->findInstanceOf($tree, Node\Name::class),
                );
                $strings = array_map(
                    static fn (Node\Scalar\String_ | Node\InterpolatedStringPart $string): string => $string->value,
                    [
                        ...$finder->findInstanceOf($tree, Node\Scalar\String_::class),
                        ...$finder->findInstanceOf($tree, Node\InterpolatedStringPart::class),
                    ],
                );
                $classes["Morphea\\$half\\" . strtr($path, '/', '\\')] = [
                    'file' => $file->getPathname(),
                    'room' => "$half\\" . self::room($base, $path),
                    'names' => array_values(array_unique($names)),
                    'strings' => array_values($strings),
                ];
            }
        }

        return $classes;
    }

    /** The first folder on the way that has classes in it: a floor has only rooms. */
    private static function room(string $base, string $path): string
    {
        $room = '';
        foreach (\array_slice(explode('/', $path), 0, -1) as $folder) {
            $room = ltrim("$room\\$folder", '\\');
            if ([] !== (glob(self::ROOT . "/$base/" . strtr($room, '\\', '/') . '/*.php') ?: [])) {
                break;
            }
        }

        return $room;
    }
}
