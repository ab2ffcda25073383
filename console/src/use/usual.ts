/** The game that is chosen until another one is. */
export const usualGame = 'tic-tac-toe'
