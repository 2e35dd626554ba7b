<?php

declare(strict_types=1);

namespace Morphea\App\Render;

use Morphea\Core\Type\FontBook;

/** Makes librsvg see our font files and no others, so that every machine draws the same. */
final class FontSetup
{
    private ?string $file = null;

    public function __construct(private readonly FontBook $fonts, private readonly string $projectDir)
    {
    }

    /** Path of the fontconfig file; also set for this process, before anything in it has used fonts. */
    public function apply(): string
    {
        if (null !== $this->file) {
            return $this->file;
        }
        $folder = $this->projectDir.'/var/fonts';
        if (!is_dir($folder) && !@mkdir($folder, 0o775, true) && !is_dir($folder)) {
            throw new \RuntimeException("The folder $folder cannot be made.");
        }
        $folders = [];
        foreach ($this->fonts->all() as $family) {
            foreach ($family->faces as $face) {
                $folders[\dirname($face->path)] = true;
            }
        }
        $xml = '<?xml version="1.0"?><!DOCTYPE fontconfig SYSTEM "fonts.dtd"><fontconfig>';
        foreach (array_keys($folders) as $path) {
            $xml .= '<dir>'.htmlspecialchars($path, \ENT_XML1).'</dir>';
        }
        $xml .= '<cachedir>'.htmlspecialchars("$folder/cache", \ENT_XML1).'</cachedir></fontconfig>';
        $file = "$folder/fonts.conf";
        if (@file_get_contents($file) !== $xml) {
            file_put_contents($file, $xml, \LOCK_EX);
        }
        putenv("FONTCONFIG_FILE=$file");

        return $this->file = $file;
    }
}
