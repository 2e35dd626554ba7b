<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Files;

use League\Flysystem\AwsS3V3\AwsS3V3Adapter;
use League\Flysystem\Config;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/** URLs at which the store itself serves a file for a short time, to anybody who has the URL. */
final readonly class SignedUrls
{
    private const SECONDS = 300;
    private ?AwsS3V3Adapter $store;

    public function __construct(FilesystemFactory $factory, #[Autowire('%env(resolve:STORAGE_DSN)%')] string $storageDsn)
    {
        $this->store = $factory->publicly($storageDsn);
    }

    /**
     * @param string $disposition as the header Content-Disposition says it
     *
     * @return string|null null where the store has none, and the file goes through this server
     */
    public function address(string $path, string $type, string $disposition): ?string
    {
        return $this->store?->temporaryUrl($path, new \DateTimeImmutable('+' . self::SECONDS . ' seconds'), new Config([
            'get_object_options' => ['ResponseContentType' => $type, 'ResponseContentDisposition' => $disposition],
        ]));
    }
}
