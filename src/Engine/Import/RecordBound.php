<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

/**
 * Lets only so many bytes of each record through while a stream is read and skips the rest. `passed` is reset for each
 * record.
 */
final class RecordBound extends \php_user_filter
{
    /** @param resource $stream */
    public static function append($stream, int $most): \stdClass
    {
        static $known = false;
        $known = $known || stream_filter_register('morphea.record', self::class);
        $count = (object) ['passed' => 0, 'most' => $most];
        stream_filter_append($stream, 'morphea.record', \STREAM_FILTER_READ, $count);

        return $count;
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
        \assert($this->params instanceof \stdClass);
        $passed = false;
        while (null !== ($bucket = stream_bucket_make_writeable($in))) {
            $consumed += (int) $bucket->datalen;
            $this->params->passed += $bucket->datalen;
            if ($this->params->passed <= $this->params->most) {
                stream_bucket_append($out, $bucket);
                $passed = true;
            }
        }

        return $passed ? \PSFS_PASS_ON : \PSFS_FEED_ME;
    }
}
