<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

/** Converts carriage returns, the line ends of old machines, to line feeds while a stream is read. */
final class LineFeeds extends \php_user_filter
{
    /** @param resource $stream */
    public static function append($stream): void
    {
        static $known = false;
        $known = $known || stream_filter_register('morphea.linefeeds', self::class);
        stream_filter_append($stream, 'morphea.linefeeds', \STREAM_FILTER_READ);
    }

    /**
     * @param resource $in
     * @param resource $out
     * @param int      $consumed
     *
     * @param-out int $consumed
     */
    public function filter($in, $out, &$consumed, bool $closing): int
    {
        while (null !== ($bucket = stream_bucket_make_writeable($in))) {
            $bucket->data = strtr($bucket->data, "\r", "\n");
            $consumed += (int) $bucket->datalen;
            stream_bucket_append($out, $bucket);
        }

        return \PSFS_PASS_ON;
    }
}
