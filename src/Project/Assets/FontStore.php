<?php

declare(strict_types=1);

namespace Morphea\App\Project\Assets;

use Doctrine\ORM\EntityManagerInterface;
use League\Flysystem\FilesystemOperator;
use Morphea\App\Engine\Import\FontFile;
use Morphea\App\Engine\Render\Engine;
use Morphea\App\Engine\Render\Engines;
use Morphea\App\Engine\Render\OwnFont;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Project\Projects\Project;

/**
 * Members' fonts: adding and listing them, and the layout engine that knows them.
 *
 * @phpstan-type Fonts list<array{string, int, bool, string, string}>
 */
final readonly class FontStore
{
    public const LICENCE_LETTERS = 2_000;

    public function __construct(
        private EntityManagerInterface $entities,
        private FilesystemOperator $files,
        private Engines $engines,
    ) {
    }

    /** @param string $note what its owner says about the licence */
    public function add(Member $owner, FontFile $file, string $note = ''): Font
    {
        $there = $this->entities->getRepository(Font::class)->findOneBy(['owner' => $owner, 'hash' => $file->hash()]);
        if (null !== $there) {
            return $there;
        }
        $licence = mb_strimwidth(trim("$note\n$file->licence"), 0, self::LICENCE_LETTERS, '…', 'UTF-8');
        $font = new Font($owner, $file->family, $file->weight, $file->italic, $file->hash(), $file->ending, $licence);
        if (!$this->files->fileExists($font->path())) {
            $this->files->write($font->path(), $file->bytes);
        }
        $this->entities->persist($font);
        $this->entities->flush();

        return $font;
    }

    /** The font with the same family, weight and slope from another file; null if there is none. */
    public function inPlaceOf(Member $owner, FontFile $file): ?Font
    {
        foreach ($this->all($owner) as $font) {
            $same = [$font->family(), $font->weight(), $font->isItalic()] === [$file->family, $file->weight, $file->italic];
            if ($same && $font->hash() !== $file->hash()) {
                return $font;
            }
        }

        return null;
    }

    /** Stores the bytes of a font before it is added; unless it is added within a day, it is deleted. */
    public function keep(FontFile $file): void
    {
        $this->files->write(Font::pathOf($file->hash(), $file->ending), $file->bytes);
    }

    /** @return list<string> names of the projects whose design is set in a family */
    public function projects(Member $owner, string $family): array
    {
        $all = $this->entities->getRepository(Project::class)->findBy(['owner' => $owner], ['changedAt' => 'DESC']);
        $set = array_filter($all, static fn (Project $one): bool => \in_array($family, $one->design()->families(), true));

        return array_map(static fn (Project $one): string => $one->name(), array_values($set));
    }

    /** @return list<Font> */
    public function all(Member $owner): array
    {
        return $this->entities
            ->getRepository(Font::class)
            ->findBy(['owner' => $owner], ['family' => 'ASC', 'weight' => 'ASC', 'italic' => 'ASC']);
    }

    /**
     * Family, weight, slope, hash and extension of each, read directly from the database.
     *
     * @return Fonts by hash
     */
    public function facts(Member $owner): array
    {
        return array_map(static fn (array $one): array => [
            (string) $one[0],
            (int) $one[1],
            (bool) $one[2],
            (string) $one[3],
            (string) $one[4],
        ], $this->entities->getConnection()->fetchAllNumeric(
            'SELECT family, weight, italic, hash, ending FROM font WHERE owner_id = ? ORDER BY hash',
            [$owner->id()],
        ));
    }

    public function bytes(Font $font): string
    {
        return $this->files->read($font->path());
    }

    /**
     * Replaces a font by a corrected file with the same family, weight and slope: all designs that use it are drawn with
     * the new file.
     */
    public function replace(Font $old, FontFile $file, string $note = ''): Font
    {
        return $this->entities->wrapInTransaction(function () use ($old, $file, $note): Font {
            // Of files brought before corrections were asked about, there may be several.
            for ($one = $old; null !== $one; $one = $this->inPlaceOf($old->owner, $file)) {
                $this->remove($one);
            }

            return $this->add($old->owner, $file, $note);
        });
    }

    /** A stored font that is to be added now; null if it is gone. */
    public function kept(string $hash, string $ending): ?string
    {
        $path = Font::pathOf($hash, $ending);

        return $this->files->fileExists($path) ? $this->files->read($path) : null;
    }

    public function remove(Font $font): void
    {
        $this->entities->remove($font);
        $this->entities->flush();
    }

    /**
     * Layout with the built-in fonts and this member's own.
     *
     * @param list<Font>|null $own null for those there are now
     */
    public function engine(Member $owner, ?array $own = null): Engine
    {
        return $this->engines->withFiles(
            array_map(
                fn (Font $font): OwnFont => new OwnFont(
                    $font->family(),
                    $font->weight(),
                    $font->isItalic(),
                    $font->hash(),
                    $font->ending(),
                    fn (): string => $this->bytes($font),
                ),
                $own ?? $this->all($owner),
            ),
        );
    }
}
