<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Ffi;

/**
 * The C libraries of this process, each bound once for as long as it lives. PHP keeps at every place that reads a field
 * of a structure where it found it, by the address of the structure's description (zend_ffi_cdata_read_field): where a
 * binding is made, let go and made again, another description can lie at that address, and a field is read or written
 * somewhere else.
 */
final class Library
{
    /** @var array<string, \FFI> by declarations and file */
    private static array $bound = [];

    /**
     * @param string $declarations in C
     * @param string $file         as the loader knows it: “libzint.so.2.11”
     * @param string $package      the Debian package that brings it
     *
     * @throws LibraryException that says which package is missing
     */
    public static function bind(string $declarations, string $file, string $package): \FFI
    {
        try {
            return self::$bound[$file . "\n" . $declarations] ??= \FFI::cdef($declarations, $file);
        } catch (\FFI\Exception $e) {
            throw new LibraryException(
                "$file cannot be used (Debian package $package, and ffi.enable=1 in php.ini for the web): " . $e->getMessage(),
                0,
                $e,
            );
        }
    }
}
