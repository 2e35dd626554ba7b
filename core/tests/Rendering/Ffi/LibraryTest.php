<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Rendering\Ffi;

use Morphea\Core\Rendering\Ffi\Library;
use Morphea\Core\Rendering\Ffi\LibraryException;
use PHPUnit\Framework\TestCase;

final class LibraryTest extends TestCase
{
    private const VERSION = 'const char *zlibVersion(void);';

    public function testALibraryIsBoundOnceAndStaysSo(): void
    {
        $first = Library::bind(self::VERSION, 'libz.so.1', 'zlib1g');
        self::assertMatchesRegularExpression('/^1\.\d/', $first->zlibVersion());
        self::assertSame($first, Library::bind(self::VERSION, 'libz.so.1', 'zlib1g'));
    }

    public function testWhatIsMissingIsSaidWithWhatBringsIt(): void
    {
        $this->expectException(LibraryException::class);
        $this->expectExceptionMessage('libtidewick.so.7 cannot be used (Debian package libtidewick7, and ffi.enable=1');
        Library::bind('int keel(void);', 'libtidewick.so.7', 'libtidewick7');
    }
}
