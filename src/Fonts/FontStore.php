<?php

declare(strict_types=1);

namespace Morphea\App\Fonts;

use Doctrine\ORM\EntityManagerInterface;
use League\Flysystem\FilesystemOperator;
use Morphea\App\Entity\Font;
use Morphea\App\Entity\Member;
use Morphea\App\Import\FontFile;
use Morphea\App\Render\Engine;
use Morphea\App\Render\Engines;
use Morphea\App\Render\OwnFont;

/** Members' own fonts: put in, listed, and the layout engine that knows them. */
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

    /** @return list<Font> */
    public function all(Member $owner): array
    {
        return $this->entities
            ->getRepository(Font::class)
            ->findBy(['owner' => $owner], ['family' => 'ASC', 'weight' => 'ASC', 'italic' => 'ASC']);
    }

    public function bytes(Font $font): string
    {
        return $this->files->read($font->path());
    }

    public function remove(Font $font): void
    {
        $this->entities->remove($font);
        $this->entities->flush();
    }

    /**
     * Layout with the fonts that ship and this member's own.
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
