<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\Core\Rendering\Text\FontBook;
use Morphea\Core\Rendering\Text\FontFace;

/**
 * Makes librsvg see our font files and no others, so that every machine draws the same. Members' fonts lie in a folder
 * of their own, each under the family name of its file's hash, so that two fonts with the same name never clash.
 */
final class FontSetup
{
    private string $xml = '';
    /** @var array<string, FontFace> */
    private array $faces = [];

    public function __construct(private readonly FontBook $fonts, private readonly string $projectDir)
    {
    }

    /** The path of the fontconfig file; also set for this process, before anything in it has used fonts. */
    public function apply(): string
    {
        $file = "{$this->folder()}/fonts.conf";
        $xml = $this->xml();
        if ($xml !== $this->xml) {
            if (@file_get_contents($file) !== $xml) {
                self::whole($file, $xml);
            }
            putenv("FONTCONFIG_FILE=$file");
            $this->xml = $xml;
        }

        return $file;
    }

    /**
     * Puts a member's font where it is found.
     *
     * @param string             $hash  of the file
     * @param \Closure(): string $bytes asked for only if it is not there yet
     *
     * @return string its path
     */
    public function place(string $hash, string $ending, \Closure $bytes): string
    {
        $path = "{$this->own()}/$hash.$ending";
        // When it was last asked for says how long it has to be kept here.
        is_file($path) ? @touch($path) : self::whole($path, $bytes());

        return $path;
    }

    /** A face from elsewhere with the path of its file here: a built-in font or a member's own. */
    public function here(FontFace $face): FontFace
    {
        if ([] === $this->faces) {
            foreach ($this->fonts->all() as $family) {
                foreach ($family->faces as $one) {
                    $this->faces[self::name($one)] = $one;
                }
            }
        }

        return $this->faces[self::name($face)] ??= $face->at("{$this->own()}/" . basename($face->path));
    }

    private static function name(FontFace $face): string
    {
        return implode(' ', $face->__serialize());
    }

    /** Written under another name first, so that nobody ever reads half of it. */
    private static function whole(string $path, string $bytes): void
    {
        $new = $path . '.' . bin2hex(random_bytes(4));
        NoSpaceException::write($new, $bytes);
        rename($new, $path);
    }

    /** The family name of a member's font in drawings. */
    public static function alias(string $hash): string
    {
        return 'own' . substr($hash, 0, 16);
    }

    private function xml(): string
    {
        $folders = [];
        foreach ($this->fonts->all() as $family) {
            foreach ($family->faces as $face) {
                $folders[\dirname($face->path)] = true;
            }
        }
        $text = static fn (string $value): string => htmlspecialchars($value, \ENT_XML1);
        $xml = '<?xml version="1.0"?><!DOCTYPE fontconfig SYSTEM "fonts.dtd"><fontconfig>';
        foreach ([...array_keys($folders), $this->own()] as $path) {
            $xml .= '<dir>' . $text($path) . '</dir>';
        }
        foreach (glob($this->own() . '/*.?tf') ?: [] as $path) {
            $hash = pathinfo($path, \PATHINFO_FILENAME);
            $xml .= \sprintf(
                '<match target="scan"><test name="file" compare="contains"><string>%s</string></test>' .
                '<edit name="family" mode="assign"><string>%s</string></edit></match>',
                $text($hash),
                self::alias($hash),
            );
        }

        return $xml . '<cachedir>' . $text("{$this->folder()}/cache") . '</cachedir></fontconfig>';
    }

    private function own(): string
    {
        return $this->made("{$this->folder()}/own");
    }

    private function folder(): string
    {
        return $this->made($this->projectDir . '/var/fonts');
    }

    private function made(string $folder): string
    {
        if (!is_dir($folder) && !@mkdir($folder, 0o775, true) && !is_dir($folder)) {
            throw new \RuntimeException("The folder $folder cannot be made.");
        }

        return $folder;
    }
}
