import { useAwaited } from './useAwaited';

/** A picture that may still be painted: its frame stands from the first, and says what it waits for. */
export function AwaitedImage({
    src,
    width,
    height,
    alt,
    title,
    className = '',
}: {
    src: string;
    /** Not given where the picture itself decides. */
    width?: number;
    height?: number;
    alt: string;
    title?: string;
    className?: string;
}) {
    const shown = useAwaited(src);
    return shown.state === 'shown' ? (
        <img src={shown.src} onError={shown.onError} width={width} height={height} alt={alt} title={title} className={className} />
    ) : (
        <span className={`block hatched text-sm text-soft pl-2 pt-1 ${className}`} style={{ width, height }}>
            {shown.state === 'awaited' ? 'this picture is being painted' : 'this picture is not here'}
        </span>
    );
}
