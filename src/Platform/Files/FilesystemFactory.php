<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Files;

use Aws\S3\S3Client;
use League\Flysystem\AwsS3V3\AwsS3V3Adapter;
use League\Flysystem\Filesystem;
use League\Flysystem\FilesystemAdapter;

/**
 * Where files are kept, as `STORAGE_DSN` says: `local:///some/folder`, or an object store that speaks S3,
 * `s3://key:secret@bucket/folder?endpoint=https://store.example&region=eu-west-1`. Without a key the usual places are
 * looked at (environment, role of the machine). `public` is where browsers reach the same store, which then hands out
 * single files itself; `near` is how many megabytes of what never changes a machine keeps beside it (512).
 */
final readonly class FilesystemFactory
{
    private const S3 = '~^s3://(?:(?<key>[^:@/]+):(?<secret>[^@]+)@)?(?<bucket>[a-z0-9][a-z0-9.-]+[a-z0-9])' .
        '(?:/(?<folder>[^?]*))?(?:\?(?<query>.*))?$~';
    private const NEAR = 512;
    /** Seconds. */
    private const CONNECT = 3;
    private const ANSWER = 60;
    private const TRIES = 3;

    public function __construct(private string $projectDir)
    {
    }

    public function fromDsn(string $storageDsn): Filesystem
    {
        // Who may see what is said by the application, and not by lists of rights that few stores have.
        return new Filesystem($this->adapter($storageDsn), ['retain_visibility' => false]);
    }

    public function adapter(string $storageDsn): FilesystemAdapter
    {
        if (1 === preg_match('~^local://(/.+)$~', $storageDsn, $m)) {
            return new AtomicFilesAdapter($m[1]);
        }
        $said = self::s3($storageDsn);
        $far = new AwsS3V3Adapter(self::client($said, $said['endpoint']), $said['bucket'], $said['folder']);

        return new CachingAdapter($far, "$this->projectDir/var/near", $said['near'] * 1_000_000);
    }

    /** The same store by its public address; null if it has none. */
    public function publicly(string $storageDsn): ?AwsS3V3Adapter
    {
        if (str_starts_with($storageDsn, 'local://')) {
            return null;
        }
        $said = self::s3($storageDsn);

        return '' === $said['public'] ? null : new AwsS3V3Adapter(self::client($said, $said['public']), $said['bucket'], $said['folder']);
    }

    /**
     * @return array{key: string, secret: string, bucket: string, folder: string, endpoint: string, public: string, region: string,
     *     near: int}
     */
    private static function s3(string $dsn): array
    {
        if (1 !== preg_match(self::S3, $dsn, $m)) {
            throw new \InvalidArgumentException(
                'STORAGE_DSN must read local:///some/folder or s3://key:secret@bucket/folder?endpoint=https://store.example.',
            );
        }
        parse_str($m['query'] ?? '', $query);
        $of = static fn (string $name, string $usual): string => \is_string($query[$name] ?? null) ? $query[$name] : $usual;

        return [
            'key' => rawurldecode($m['key']),
            'secret' => rawurldecode($m['secret']),
            'bucket' => $m['bucket'],
            'folder' => trim($m['folder'] ?? '', '/'),
            'endpoint' => $of('endpoint', ''),
            'public' => $of('public', ''),
            'region' => $of('region', 'us-east-1'),
            'near' => max(1, (int) $of('near', (string) self::NEAR)),
        ];
    }

    /** @param array{key: string, secret: string, region: string, ...} $said */
    private static function client(array $said, string $endpoint): S3Client
    {
        return new S3Client(array_filter([
            'version' => 'latest',
            'region' => $said['region'],
            'credentials' => '' === $said['key'] ? null : ['key' => $said['key'], 'secret' => $said['secret']],
            'endpoint' => '' === $endpoint ? null : $endpoint,
            'use_path_style_endpoint' => '' !== $endpoint,
            // Stores other than the first of their kind know no newer checksums.
            'request_checksum_calculation' => 'when_required',
            'response_checksum_validation' => 'when_required',
            'http' => ['connect_timeout' => self::CONNECT, 'read_timeout' => self::ANSWER, 'timeout' => 10 * self::ANSWER],
            'retries' => self::TRIES,
            'suppress_php_deprecation_warning' => true,
        ], static fn (mixed $one): bool => null !== $one));
    }
}
