/** Numbers stand one step away: in what is opened, or everywhere. */
export function turnNumbers() {
    const all = document.documentElement.toggleAttribute('data-numbers');
    localStorage.setItem('numbers', all ? 'all' : 'opened');
}
